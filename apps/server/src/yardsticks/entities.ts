import type { JobMeasure } from '@udrel/core/yardsticks';
import { EntitySchema } from 'typeorm';
import { flag, integer, reference, text } from '../platform/database/columns';

/** What the shop measures itself by, of each job that is closed: narrow, so that many years are gone through at once. */
export interface JobMeasureRow extends JobMeasure {
  jobId: string;
  modelId: string;
  /** Year and month on the shop's calendar when it was closed, such as 202611. */
  month: number;
}

export const JobMeasureEntity = new EntitySchema<JobMeasureRow>({
  name: 'job_measure',
  columns: {
    jobId: reference('job', { primary: true }),
    modelId: reference('device_model'),
    month: integer(),
    kind: text(),
    turnaround: integer(),
    late: integer({ nullable: true }),
    startedFirst: { type: 'boolean', nullable: true },
    attempts: integer(),
    failed: integer(),
    speedUp: integer({ nullable: true }),
    revenue: integer(),
    work: integer(),
    cost: integer({ nullable: true }),
    hands: integer({ nullable: true }),
    returned: flag(),
    ended: flag(),
  },
  indices: [
    { name: 'job_measure_month', columns: ['month'] },
    // What medians are told of is counted in these orders, without reading the rows themselves.
    { name: 'job_measure_turnaround', columns: ['month', 'kind', 'turnaround'], where: 'not ended' },
    { name: 'job_measure_late', columns: ['month', 'kind', 'late'], where: 'not ended and late is not null' },
    { name: 'job_measure_speed_up', columns: ['month', 'kind', 'speedUp'], where: 'speed_up is not null' },
    { name: 'job_measure_hands', columns: ['month', 'kind', 'hands'], where: 'hands is not null' },
  ],
});
