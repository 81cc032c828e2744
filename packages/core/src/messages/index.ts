export * from './channel';
export * from './fill';
export * from './kinds';
export * from './times';
