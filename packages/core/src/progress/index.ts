export * from './progress';
export { adviceOn, type RunAdvice } from './advice';
