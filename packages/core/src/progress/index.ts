export * from './progress';
export { wantsOf, type RunWants } from './wants';
export { adviceOn, type RunAdvice } from './advice';
