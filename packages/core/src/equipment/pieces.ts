import type { Piece } from '../pieces';
import type { Holding, Socket } from './types';

/** A socket as a piece. */
export function socketPiece({ at, port }: Pick<Socket, 'at' | 'port'>): Piece {
  return at === 'the device'
    ? { kind: 'socket of the device', name: port.name }
    : { kind: 'socket', name: `${at}, ${port.name}` };
}

/** What a holder takes from the shelf, and the socket that it goes into. */
export function piecesOf({ offer, best }: Pick<Holding, 'offer' | 'best'>): Piece[] {
  return [
    { kind: offer.holder.kind, name: offer.name },
    ...(best?.lead ? [{ kind: 'lead', name: `lead ${best.lead}` } as const] : []),
    // What a hub makes of a socket is told by the hub.
    ...(best && !best.socket.hub ? [socketPiece(best.socket)] : []),
  ];
}
