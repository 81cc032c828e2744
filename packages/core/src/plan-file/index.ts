export * from './plan-file';
export { expectedTable } from './expected-table';
export { identifiersOf } from './identifiers';
export { aroundOf, layoutOf, sectorSizeOf, targetsOf } from './layout-of';
export { tableImage, type TablePiece } from './table-image';
