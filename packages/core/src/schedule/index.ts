export * from './forecast';
export * from './hours';
export * from './order';
export * from './simulate';
export * from './told';
export * from './types';
export { workOf, workOfWish } from './work';
