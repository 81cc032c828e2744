export type * from './types';
export { askedOf } from './asked';
export { routesFor } from './routes';
export { runsOf } from './runs';
