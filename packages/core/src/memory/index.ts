export type * from './types';
export * from './match';
