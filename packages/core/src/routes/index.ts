export type * from './types';
export { afreshInstead, type Afresh } from './afresh';
export { askedOf } from './asked';
export { handsOf, routesFor } from './routes';
export { runsOf } from './runs';
