import type { DisassemblyDetails, DisassemblyKind, PutBack } from '@udrel/core/disassembly';
import { EntitySchema } from 'typeorm';
import { integer, json, key, reference, text } from '../platform/database/columns';

export interface DisassemblyRow {
  id: string;
  jobId: string;
  position: number;
  stage: number;
  kind: DisassemblyKind;
  name: string;
  count: number;
  outCount: number;
  backCount: number;
  /** Pieces that were not there when it was opened, that stay where they are, and that came from the shelf for missing ones. */
  missingCount: number;
  leftCount: number;
  replacedCount: number;
  details: DisassemblyDetails;
  outAt: number[];
  backAt: PutBack[];
}

export const DisassemblyItemEntity = new EntitySchema<DisassemblyRow>({
  name: 'disassembly_item',
  columns: {
    id: key(),
    jobId: reference('job'),
    position: integer(),
    stage: integer(),
    kind: text(),
    name: text(),
    count: integer(),
    outCount: integer({ default: 0 }),
    backCount: integer({ default: 0 }),
    missingCount: integer({ default: 0 }),
    leftCount: integer({ default: 0 }),
    replacedCount: integer({ default: 0 }),
    details: json({ default: {} }),
    outAt: json({ default: [] }),
    backAt: json({ default: [] }),
  },
  indices: [{ name: 'disassembly_job', columns: ['jobId'] }],
});
