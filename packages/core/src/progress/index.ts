export * from './progress';
export { WANTS_WORDS, wantsOf, type RunWants } from './wants';
export { judgeRun, RUN_SIGNS, type JudgedRun, type RunSign } from './judged';
export { adviceOn, type RunAdvice } from './advice';
