import type { WaysInView } from '../../views/house/ways-in';
import { query } from '../endpoint';

/** How people come in. */
export const waysInEndpoints = {
  waysIn: query('/shop/ways-in', { permission: 'look at jobs and shelf' }).answering<WaysInView>(),
};
