export * from './types';
export { holdings, inBay } from './hold';
export {
  doubted,
  PIECE_KINDS,
  pieceName,
  piecesOf,
  samePiece,
  socketPiece,
  recordsOf,
  tellRecord,
  unused,
  type PassedRun,
  type Piece,
  type PieceRecord,
} from './pieces';
export { socketsLeft, type Left } from './sockets';
export { heldNew, heldOld } from './held';
export { stickStarts } from './stick';
