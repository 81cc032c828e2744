export * from './progress';
export { WANTS_WORDS, wantsOf, type RunWants } from './wants';
export { adviceOn, type RunAdvice } from './advice';
