export * from './types';
export * from './catalogue';
export * from './fit';
export { atLeastAsGood, speedOver, type Setting, type Use } from './judge';
