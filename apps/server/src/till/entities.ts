import { EntitySchema } from 'typeorm';
import { integer, key, reference, text, time } from '../platform/database/columns';

export interface TillCountRow {
  id: string;
  /** Counts in the order in which they were made, whenever they were sent. */
  number: number;
  /** Minor currency units: what should have been in the till (null where it was counted for the first time), what was, and what of that was taken out. */
  expected: number | null;
  counted: number;
  takenOut: number;
  note: string;
  by: string;
  at: Date;
}

/** The till, as somebody counted it. */
export const TillCount = new EntitySchema<TillCountRow>({
  name: 'till_count',
  columns: {
    id: key(),
    number: integer(),
    expected: integer({ nullable: true }),
    counted: integer(),
    takenOut: integer(),
    note: text({ default: '' }),
    by: reference('staff'),
    at: time(),
  },
  indices: [{ name: 'till_number', columns: ['number'], unique: true }],
});
