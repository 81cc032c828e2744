import { EntitySchema } from 'typeorm';
import { integer, key, reference, text, time } from '../platform/database/columns';

export interface BelongingRow {
  id: string;
  jobId: string;
  /** Printed on its label after the job's tag; 0 is the device itself. */
  number: number;
  name: string;
  placeId: string | null;
  returnedAt: Date | null;
}

/** A thing that lies in the shop for a job, the device itself included, with its storage place. */
export const Belonging = new EntitySchema<BelongingRow>({
  name: 'belonging',
  columns: {
    id: key(),
    jobId: reference('job'),
    number: integer({ default: 0 }),
    name: text(),
    placeId: reference('place', { nullable: true }),
    returnedAt: time({ nullable: true }),
  },
  indices: [
    { name: 'belonging_number', columns: ['jobId', 'number'], unique: true },
    { name: 'belonging_place', columns: ['placeId'] },
  ],
});
