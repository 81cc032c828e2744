import { FIRST_ASKED } from '../terms/first-asked';
import {
  addLesson,
  addNote,
  addSecret,
  addBelonging,
  addDisassemblyItem,
  corrections,
  factEntry,
  historyQuery,
  keptCommands,
  moveDisassemblyItem,
  moveToStage,
  moveBelonging,
  moveWholeDisassembly,
  placeDisassembly,
  tapDisassembly,
  teachFirmware,
  teachSheet,
  overrideGate,
  handOff,
  versionOnly,
} from '../shapes/commands';
import {
  eventCountQuery,
  eventExportQuery,
  eventQuery,
  jobCountQuery,
  jobExportQuery,
  jobQuery,
} from '../shapes/lists';
import { factRow } from '@udrel/core/facts';
import { object, text } from '../shapes/shape';
import type { CountView, EventPage, JobPage } from '../views/list-views';
import type { KeptView } from '../views/job/kept';
import type { ConsideredView, HistoryPage, JobView } from '../views/views';
import { command, query, type Subject } from './endpoint';
import { jobCommand } from './job-command';

const LOOK = { permission: 'look at jobs and shelf' } as const;
const WORK = { permission: 'work on a job' } as const;
const KEEP = { permission: 'keep notes and belongings' } as const;

const factSubject = (key: Extract<Subject, { kind: 'fact' }>['key']): Subject | null =>
  factRow(key).offline ? { kind: 'fact', key } : null;

/** A job as it stands, and what is recorded of it while it goes from station to station. */
export const jobEndpoints = {
  jobs: query('/jobs', { ...LOOK, query: jobQuery, about: 'Jobs', pagedBy: 'after' }).answering<JobPage>(),
  jobCount: query('/counts/jobs', { ...LOOK, query: jobCountQuery, about: 'Jobs' }).answering<CountView>(),
  /** All of them as CSV (RFC 4180), sent as it is read. */
  jobExport: query('/exports/jobs', { ...LOOK, query: jobExportQuery }).answering<undefined>(),
  job: query(FIRST_ASKED.job, { ...LOOK, about: 'Job' }).answering<JobView>(),
  history: query('/jobs/:tag/history', { ...LOOK, query: historyQuery, pagedBy: 'before' }).answering<HistoryPage>(),
  /** The whole history, as a list. */
  events: query('/jobs/:tag/events', {
    ...LOOK,
    query: eventQuery,
    about: 'Job',
    pagedBy: 'after',
  }).answering<EventPage>(),
  eventCount: query('/jobs/:tag/events/count', {
    ...LOOK,
    query: eventCountQuery,
    about: 'Job',
  }).answering<CountView>(),
  eventExport: query('/jobs/:tag/events/file', { ...LOOK, query: eventExportQuery }).answering<undefined>(),
  recordFact: jobCommand('put /jobs/:tag/facts/:key', {
    ...WORK,
    body: factEntry,
    subject: ({ key }) => factSubject(key),
  }),
  /** What belongs to booking in and to handing over: the counter may record it too. */
  recordAtCounter: jobCommand('put /jobs/:tag/counter/:counterKey', {
    permission: 'hand over',
    body: factEntry,
    subject: ({ counterKey }) => factSubject(counterKey),
  }),
  addNote: jobCommand('post /jobs/:tag/notes', { ...KEEP, body: addNote, subject: () => ({ kind: 'note' }) }),
  /** What waited for the connection at this job, in one request: each of it may what it may alone. */
  carryOutKept: command('post /jobs/:tag/kept', {
    ...LOOK,
    body: keptCommands,
    idempotency: 'own',
    changes: ['job'],
  }).answering<KeptView>(),
  addLesson: jobCommand('post /jobs/:tag/lessons', { ...WORK, body: addLesson, changes: ['job', 'lessons'] }),
  moveDisassemblyItem: jobCommand('put /jobs/:tag/disassembly/:item', {
    ...WORK,
    body: moveDisassemblyItem,
    subject: ({ item }) => ({ kind: 'disassembly', item }),
  }),
  /** By a tap on the picture; with counts it goes on without a connection. */
  tapDisassembly: jobCommand('put /jobs/:tag/disassembly/:item/tap', { ...WORK, body: tapDisassembly }),
  placeDisassembly: jobCommand('put /jobs/:tag/disassembly/:item/places', { ...WORK, body: placeDisassembly }),
  moveWholeDisassembly: jobCommand('post /jobs/:tag/disassembly', {
    ...WORK,
    body: moveWholeDisassembly,
    subject: () => ({ kind: 'whole disassembly' }),
  }),
  moveToStage: jobCommand('put /jobs/:tag/disassembly/:item/stage', { ...WORK, body: moveToStage }),
  addDisassemblyItem: jobCommand('post /jobs/:tag/disassembly/items', { ...WORK, body: addDisassemblyItem }),
  teachSheet: jobCommand('post /jobs/:tag/taught', {
    permission: 'describe models',
    body: teachSheet,
    changes: ['job', 'models', 'every job'],
  }),
  teachFirmware: jobCommand('post /jobs/:tag/taught-firmware', {
    permission: 'describe models',
    body: teachFirmware,
    changes: ['job', 'models', 'every job'],
  }),
  overrideGate: jobCommand('post /jobs/:tag/overrides', { permission: 'pass a gate', body: overrideGate }),
  claim: jobCommand('post /jobs/:tag/claim', { ...WORK, body: versionOnly }),
  handOff: jobCommand('post /jobs/:tag/hand-off', { ...WORK, body: handOff }),
  addBelonging: jobCommand('post /jobs/:tag/belongings', { ...KEEP, body: addBelonging }),
  /** Everything of the job that is here lies at one place now. */
  moveAllBelongings: jobCommand('put /jobs/:tag/belongings', { ...KEEP, body: object({ place: text(20) }) }),
  moveBelonging: jobCommand('put /jobs/:tag/belongings/:number', { ...KEEP, body: moveBelonging }),
  addSecret: jobCommand('post /jobs/:tag/secrets', { permission: 'book in', body: addSecret }),
  /** The answer must not be kept for repeats, so this keeps its own books: each showing counts. */
  showSecret: command('post /jobs/:tag/secrets/:id/show', {
    permission: 'see secrets',
    idempotency: 'own',
    changes: ['job'],
  }).answering<{ text: string }>(),
  closeJob: jobCommand('post /jobs/:tag/close', {
    permission: 'hand over',
    body: versionOnly,
    changes: ['job', 'shelf'],
  }),
};

const CORRECTED = { changes: ['job', 'shelf', 'customers', 'models'] } as const;

/** For each kind of correction: asking what it would lead to, and making it. */
export const correctionEndpoints = {
  considerWorkCorrection: query('/jobs/:tag/consequences/work', {
    permission: 'correct the work',
    body: corrections.work.consider,
  }).answering<ConsideredView>(),
  correctWork: jobCommand('post /jobs/:tag/corrections/work', {
    permission: 'correct the work',
    body: corrections.work.make,
    ...CORRECTED,
  }),
  considerBookingCorrection: query('/jobs/:tag/consequences/booking', {
    permission: 'correct a booking',
    body: corrections.booking.consider,
  }).answering<ConsideredView>(),
  correctBooking: jobCommand('post /jobs/:tag/corrections/booking', {
    permission: 'correct a booking',
    body: corrections.booking.make,
    ...CORRECTED,
  }),
  considerEnd: query('/jobs/:tag/consequences/end', {
    permission: 'end without work',
    body: corrections.end.consider,
  }).answering<ConsideredView>(),
  correctEnd: jobCommand('post /jobs/:tag/corrections/end', {
    permission: 'end without work',
    body: corrections.end.make,
    ...CORRECTED,
  }),
};
