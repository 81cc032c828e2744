export * from './types';
export { holdings, inBay } from './hold';
export { piecesOf, socketPiece } from './pieces';
export { socketsLeft, type Left } from './sockets';
export { heldNew, heldOld } from './held';
export { stickStarts } from './stick';
