export * from './types';
export { linesOf } from './from-quote';
export { lineAmount, sumsOf } from './sums';
export { creditOf, leftToCredit } from './credit';
export { billedOf, billNumber, type Issued } from './standing';
export { brokenRules, taxCategory, type BrokenRule } from './rules';
