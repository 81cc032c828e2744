export { copyFigures } from './copy.mjs';
export { fitFigures } from './fit.mjs';
export { handsFigures } from './hands.mjs';
export { scheduleFigures } from './schedule.mjs';
export { triageFigures } from './triage.mjs';
