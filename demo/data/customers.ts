/** A customer as far as the scenario knows them. */
export interface DemoCustomer {
  name: string;
  phone: string;
  email: string;
  otherPhones?: string[];
  street?: string;
  postcode?: string;
  town?: string;
  country?: string;
}

/** Customers of the demo scenario, all invented, in the made-up harbour town Merrow Sound. */
export const customers = {
  ferry: { name: 'Merrow Sound Ferry Office', phone: '01555 010 114', email: 'desk@ferry.example' },
  birds: { name: 'Gannet Point Bird Observatory', phone: '01555 010 187', email: 'log@gannetpoint.example' },
  choir: { name: 'Saint Bride School Choir', phone: '01555 010 132', email: '' },
  chandler: { name: 'Tolliver & Daughter, Ship’s Chandlers', phone: '01555 010 166', email: 'shop@tolliver.example' },
  pottery: {
    ...{ name: 'Slipway Pottery', phone: '01555 010 149', email: '', otherPhones: ['07700 010 302'] },
    ...{ street: 'Slipway 2', postcode: 'M4 2SL', town: 'Merrow Sound', country: 'IE' },
  },
  teacher: { name: 'Hesper Quayle, night school', phone: '01555 010 171', email: 'h.quayle@nightschool.example' },
  tide: { name: 'Tide-gauge station Merrow Head', phone: '01555 010 120', email: 'gauge@merrowhead.example' },
  finch: { name: 'M. Adebayo-Finch', phone: '07700 010 311', email: '' },
  osterholm: { name: 'R. Osterholm', phone: '07700 010 358', email: '' },
  harbour: {
    name: 'Harbourmaster’s Office of the Unified Parishes of Merrow Sound and Outer Skerrin',
    phone: '01555 010 100',
    email: 'harbourmaster@merrowsound.example',
  },
  pell: { name: 'Ada Pellgrave', phone: '07700 010 377', email: '' },
} satisfies Record<string, DemoCustomer>;

export type CustomerName = keyof typeof customers;
