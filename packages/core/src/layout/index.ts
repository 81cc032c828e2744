export type * from './types';
export * from './plan';
