export * from './certificate';
export * from './conditions';
export * from './samples';
export * from './simulated';
export * from './ways';
