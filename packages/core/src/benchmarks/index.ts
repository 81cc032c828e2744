export type * from './types';
export { ATTACHMENTS, CONDITIONS } from './types';
export * from './compare';
export * from './file';
