export * from './types';
export * from './catalogue';
export * from './fit';
export * from './freed';
export {
  atLeastAsGood,
  isParallelSite,
  linkAtSite,
  speedOver,
  switchedOff,
  type InUse,
  type Setting,
  type Use,
} from './judge';
