export type * from './types';
export { BUFFERINGS, GENERATIONS } from './types';
export * from './match';
