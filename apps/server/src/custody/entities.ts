import { EntitySchema } from 'typeorm';
import { integer, key, reference, text, time } from '../platform/database/columns';

export interface ThingRow {
  id: string;
  jobId: string;
  /** Printed on its label after the job's tag; 0 is the device itself. */
  number: number;
  name: string;
  placeId: string | null;
  returnedAt: Date | null;
}

/** A thing that lies in the shop for a job, the device itself included, with its storage place. */
export const Thing = new EntitySchema<ThingRow>({
  name: 'thing',
  columns: {
    id: key(),
    jobId: reference('job'),
    number: integer({ default: 0 }),
    name: text(),
    placeId: reference('place', { nullable: true }),
    returnedAt: time({ nullable: true }),
  },
  indices: [
    { name: 'thing_number', columns: ['jobId', 'number'], unique: true },
    { name: 'thing_place', columns: ['placeId'] },
  ],
});
