export type * from './types';
export { CONDITIONS } from './types';
export * from './compare';
export * from './file';
