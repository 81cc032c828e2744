import type { DisassemblyDetails } from './details';

/** What was put back at a place of an item: of which item it is. */
export interface PutBack {
  place: number;
  of: string;
}

export const DISASSEMBLY_KINDS = ['screw', 'cable', 'clip', 'part'] as const;
export type DisassemblyKind = (typeof DISASSEMBLY_KINDS)[number];

/** One kind of thing that comes out at a stage, with how many went out and how many are back. */
export interface DisassemblyItem {
  id: string;
  stage: number;
  kind: DisassemblyKind;
  name: string;
  /** How many there are according to the sheet. */
  count: number;
  out: number;
  back: number;
  /** Of those, how many were not there when the device came. */
  missing: number;
  /** How many are not taken out: captive, or left where they are. */
  left: number;
  /** How many that were missing go back in as new ones. */
  replaced: number;
  details?: DisassemblyDetails;
  /** Places that were tapped out on the picture, by their number from 0, and what was put back into them. */
  outAt?: number[];
  backAt?: PutBack[];
}

/** How the pieces of an item differ from what the sheet notes, counted. */
export type DisassemblyCounts = Pick<DisassemblyItem, 'out' | 'back' | 'missing' | 'left' | 'replaced'>;
