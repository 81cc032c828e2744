export type * from './types';
export { BUFFERINGS, CHANNELS, GENERATIONS, MODULE_FORMS, RANKS, SYSTEM_BITS } from './types';
export { moduleRules } from './rules';
export * from './match';
