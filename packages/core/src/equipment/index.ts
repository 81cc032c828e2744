export * from './types';
export { holdings } from './hold';
export { heldNew, heldOld } from './held';
export { stickStarts } from './stick';
