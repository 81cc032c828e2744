export * from './types';
export * from './catalogue';
export * from './fit';
export * from './freed';
export { atLeastAsGood, isParallelSite, linkAtSite, speedOver, switchedOff } from './judge';
export type { InUse, Setting, Use } from './setting';
