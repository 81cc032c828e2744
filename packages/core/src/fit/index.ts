export type * from './types';
export * from './fit';
export * from './rank';
