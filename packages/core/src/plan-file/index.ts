export * from './plan-file';
export { tableImage, type TableImage } from './table-image';
