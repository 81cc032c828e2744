export type * from './types';
export * from './compare';
