import { object, text } from '../shape';

/** What the shop is called, on every page and paper. */
export const shopName = object({ name: text(80) });
