export { acceptedLayout, completePlan } from './accept-layout';
export { expectedTable } from './expected-table';
export { aroundOf, driveOf, layoutOf, targetsOf } from './layout-of';
export { PLAN_COLUMNS, planDocument, planLines, planRows, type PlanLine } from './plan-file';
export { tableImage, type TablePiece } from './table-image';
