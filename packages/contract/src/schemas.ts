export * from './schemas/commands';
export * from './schemas/facts';
export * from './schemas/orders';
export { adapterSpec, driveSpec, site } from './schemas/drives';
export { moduleSpec } from './schemas/memory';
export { modelSpec } from './schemas/models';
export { partEntry, partSpecs } from './schemas/parts';
export { probeFile } from './schemas/probe-file';
export type { Node, Shape } from './shape';
