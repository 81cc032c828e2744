export * from './types';
export * from './catalogue';
export * from './fit';
export { atLeastAsGood, speedOver, switchedOff, type InUse, type Setting, type Use } from './judge';
