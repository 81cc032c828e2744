export type * from './types';
export { FILE_SYSTEMS } from './types';
export * from './plan';
