export type * from './types';
export { ATTACHMENTS, CONDITIONS, FURTHER_FIGURES } from './types';
export * from './compare';
export * from './complaint';
export { median } from './figures';
export * from './file';
export * from './start-attempts';
