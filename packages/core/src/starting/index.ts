export * from './types';
export { idsOf } from './ids';
export { willItStart } from './predict';
export { readStart } from './read';
export { simulatedStart } from './simulated';
