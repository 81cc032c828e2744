export type * from './types';
export { BUFFERINGS, GENERATIONS, MODULE_FORMS } from './types';
export * from './match';
