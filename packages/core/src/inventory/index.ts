export { readBootEntries, readSecureBoot, type FirmwareVariable } from './boot-entries';
export { readParts } from './parts';
export * from './types';
