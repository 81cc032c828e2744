import type {
  DisassemblyDetails,
  HiddenUnder,
  Holds,
  Latch,
  Place,
  ScrewBit,
  ScrewHead,
} from '@udrel/core/disassembly';
import { typedFigure } from '../../format/shop-formats';

/** What is typed of an item beside its name; empty where nothing is known. */
export interface DetailsDraft {
  length: string;
  head: '' | ScrewHead;
  bit: '' | ScrewBit;
  holds: '' | Holds;
  hidden: '' | HiddenUnder;
  latch: '' | Latch;
  moves: '' | 'yes';
  /** Shown on the picture of a job, not typed. */
  places: Place[];
}

export function draftOfDetails(details: DisassemblyDetails = {}): DetailsDraft {
  const { length, head = '', bit = '', holds = '', hidden = '', latch = '', moves, places = [] } = details;
  return {
    length: length === undefined ? '' : String(length),
    ...{ head, bit, holds, hidden, latch, places },
    moves: moves ? 'yes' : '',
  };
}

/** The details that were typed; `wrong` is told what cannot be read. Nothing where nothing is known. */
export function detailsOf(
  draft: DetailsDraft | undefined,
  wrong: (field: 'length', sentence: string) => void,
): { details?: DisassemblyDetails } {
  if (!draft) return {};
  const { length, head, bit, holds, hidden, latch, moves, places } = draft;
  const read = typedFigure(length);
  const known = length.trim() !== '';
  if (known && !(read >= 0.5 && read <= 100)) wrong('length', 'Type millimetres, such as 6.');
  const details: DisassemblyDetails = {
    ...(known ? { length: read } : {}),
    ...(head ? { head } : {}),
    ...(bit ? { bit } : {}),
    ...(holds ? { holds } : {}),
    ...(hidden ? { hidden } : {}),
    ...(latch ? { latch } : {}),
    ...(moves ? { moves: true } : {}),
    ...(places.length > 0 ? { places } : {}),
  };
  return Object.keys(details).length > 0 ? { details } : {};
}
