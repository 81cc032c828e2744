export * from './certificate';
export * from './conditions';
export * from './kinds';
export * from './samples';
export * from './simulated';
export * from './ways';
