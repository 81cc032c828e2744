export * from './types';
export { holdings, inBay } from './hold';
export { piecesOf, socketPiece } from './pieces';
export { socketsLeft, type Left } from './sockets';
export { heldNew, heldOld } from './held';
export { stickStarts } from './stick';
export {
  EQUIPMENT_KINDS,
  equipmentByHand,
  TAKINGS,
  type EquipmentKind,
  type Taking,
  type TypedEquipment,
} from './by-hand';
