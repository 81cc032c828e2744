import { text } from '../shape';

/** Who somebody is, where, and by which number for tax: of the shop, of its customers, on a bill. */
export const PARTY = {
  name: text(120),
  street: text(120, 0),
  postcode: text(20, 0),
  town: text(80, 0),
  country: text(2, 0, /^([A-Z]{2})?$/, 'Two letters, such as EE.'),
  taxId: text(30, 0),
};
