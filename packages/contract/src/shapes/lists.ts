import { DEVICE_KINDS } from '@udrel/core/device';
import { GENERATIONS } from '@udrel/core/memory';
import { PART_KINDS } from '@udrel/core/parts-file';
import { STATIONS } from '@udrel/core/stations';
import { WISH_KINDS } from '@udrel/core/steps';
import { AUDIT_GROUPS } from '../terms/audited';
import { moment, object, oneOf, optional, text, whole, type Infer } from './shape';

/**
 * What a list is asked for by: a filter, which of its columns it goes by and which way, and where the page before ended,
 * as it was answered. Where nothing is said it goes as is usual for it.
 */
const way = optional(oneOf('up', 'down'));
const after = optional(text(300));
const tick = optional(oneOf('yes'));

export const JOB_SORTS = [
  'tag',
  'customer',
  'device',
  'station',
  'technician',
  'booked',
  'promised',
  'closed',
] as const;
export type JobSort = (typeof JOB_SORTS)[number];
/** What can be asked of the promise of a job, against the clock of the server. */
export const JOB_PROMISES = ['late', 'within a day', 'within a week', 'none'] as const;
/** Which jobs; `text` stands in customer, device, tag or serial, `technician` in the name of who has it in hand. */
const jobFilter = {
  station: optional(oneOf(...STATIONS)),
  text: optional(text(80)),
  all: tick,
  promise: optional(oneOf(...JOB_PROMISES)),
  technician: optional(text(80)),
  wish: optional(oneOf(...WISH_KINDS)),
  order: optional(whole(1, 1_000_000_000)),
};
const jobOrder = { sort: optional(oneOf(...JOB_SORTS)), way };
export const jobQuery = object({ ...jobFilter, ...jobOrder, after });
export type JobQuery = Infer<typeof jobQuery>;
export const jobCountQuery = object(jobFilter);
export type JobFilter = Infer<typeof jobCountQuery>;
export const jobExportQuery = object({ ...jobFilter, ...jobOrder });

export const PART_SORTS = ['kind', 'part', 'number', 'price', 'shelf'] as const;
export type PartSort = (typeof PART_SORTS)[number];
/**
 * Which parts: `find` stands in maker, name, number or kind, word by word, or is a serial; `low`: to be ordered again;
 * `there`: of which pieces are on the shelf; `place`: of which pieces lie there.
 */
const partFilter = {
  find: optional(text(80, 0)),
  kind: optional(oneOf(...PART_KINDS)),
  place: optional(text(20)),
  low: tick,
  there: tick,
};
const partOrder = { sort: optional(oneOf(...PART_SORTS)), way };
export const partQuery = object({ ...partFilter, ...partOrder, after });
export type PartQuery = Infer<typeof partQuery>;
export const partCountQuery = object(partFilter);
export type PartFilter = Infer<typeof partCountQuery>;
export const partExportQuery = object({ ...partFilter, ...partOrder });

export const MODEL_SORTS = ['model', 'code', 'kind'] as const;
export type ModelSort = (typeof MODEL_SORTS)[number];
/** Which models: `find` stands in maker, name or number, word by word; `stub`: only a name so far. */
const modelFilter = {
  find: optional(text(80, 0)),
  kind: optional(oneOf(...DEVICE_KINDS)),
  memory: optional(oneOf(...GENERATIONS)),
  stub: tick,
};
const modelOrder = { sort: optional(oneOf(...MODEL_SORTS)), way };
export const modelQuery = object({ ...modelFilter, ...modelOrder, after });
export type ModelQuery = Infer<typeof modelQuery>;
export const modelCountQuery = object(modelFilter);
export type ModelFilter = Infer<typeof modelCountQuery>;
export const modelExportQuery = object({ ...modelFilter, ...modelOrder });

export const AUDIT_SORTS = ['time', 'person'] as const;
export type AuditSort = (typeof AUDIT_SORTS)[number];
/** Which entries: of a group, of a person whose name holds that, of a job, from a moment and before one. */
const auditFilter = {
  group: optional(oneOf(...AUDIT_GROUPS)),
  person: optional(text(80)),
  tag: optional(text(20)),
  from: optional(moment()),
  until: optional(moment()),
};
const auditOrder = { sort: optional(oneOf(...AUDIT_SORTS)), way };
export const auditQuery = object({ ...auditFilter, ...auditOrder, after });
export type AuditQuery = Infer<typeof auditQuery>;
export const auditCountQuery = object(auditFilter);
export type AuditFilter = Infer<typeof auditCountQuery>;
export const auditExportQuery = object({ ...auditFilter, ...auditOrder });

export const EVENT_SORTS = ['number', 'person'] as const;
export type EventSort = (typeof EVENT_SORTS)[number];
/** Which entries of a job's history: of a person whose name holds that, notes alone, from a moment and before one. */
const eventFilter = { person: optional(text(80)), notes: tick, from: optional(moment()), until: optional(moment()) };
const eventOrder = { sort: optional(oneOf(...EVENT_SORTS)), way };
export const eventQuery = object({ ...eventFilter, ...eventOrder, after });
export type EventQuery = Infer<typeof eventQuery>;
export const eventCountQuery = object(eventFilter);
export type EventFilter = Infer<typeof eventCountQuery>;
export const eventExportQuery = object({ ...eventFilter, ...eventOrder });
