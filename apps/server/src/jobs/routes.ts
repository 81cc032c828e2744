import {
  addLesson as addLessonShape,
  addNote,
  addThing as addThingShape,
  bookedFacts,
  corrections,
  jobQuery,
  moveThing as moveThingShape,
  putDown as putDownShape,
  moveStripItem,
  moveWholeStrip,
  overrideGate as overrideShape,
  factEntry,
  historyQuery,
  versionOnly,
  type Considered,
  type MakeCorrection,
  type Shape,
} from '@udrel/contract/schemas';
import { addLesson } from '../models/lessons';
import { route } from '../platform/routes';
import { changeJob } from './change';
import { closeJob } from './close';
import { consider, correct } from './corrections';
import { enterFact } from './facts';
import { overrideGate } from './gates';
import { putDown, takeUp } from './holding';
import { listJobs } from './list';
import { moveAll, moveItem } from './strip';
import { addThing, moveThing } from './things';
import { earlierHistory, viewJob } from './view';

const tagOf = (params: Record<string, string>) => params['tag'] ?? '';

/** Facts that the counter may record too: what belongs to handing over and to booking in. */
const COUNTER_FACTS = ['old drive stays', 'document given', 'signature', 'kept until', ...Object.keys(bookedFacts)];

/** What each kind of correction needs. */
const CORRECTING = {
  work: 'correct the work',
  booking: 'correct a booking',
  end: 'end without work',
} as const;
const KINDS = ['work', 'booking', 'end'] as const;

export const jobRoutes = [
  route('get /jobs', {
    who: 'look at jobs and shelf',
    query: jobQuery,
    handle: ({ manager, query }) => listJobs(manager, query),
  }),
  route('get /jobs/:tag', {
    who: 'look at jobs and shelf',
    handle: ({ manager, params, now }) => viewJob(manager, tagOf(params), now),
  }),
  route('get /jobs/:tag/history', {
    who: 'look at jobs and shelf',
    query: historyQuery,
    handle: ({ manager, params, query }) => earlierHistory(manager, tagOf(params), query.before),
  }),
  route('put /jobs/:tag/facts/:key', {
    who: 'work on a job',
    body: factEntry,
    handle: (call) => enterFact(call, tagOf(call.params), call.params['key'] ?? '', call.body),
  }),
  ...COUNTER_FACTS.map((key) =>
    route(`put /jobs/:tag/counter/${key.replaceAll(' ', '-')}`, {
      who: 'hand over',
      body: factEntry,
      handle: (call) => enterFact(call, tagOf(call.params), key, call.body),
    }),
  ),
  route('post /jobs/:tag/notes', {
    who: 'keep notes and things',
    body: addNote,
    handle: (call) =>
      changeJob(call, tagOf(call.params), null, async () => [{ kind: 'note', data: { text: call.body.text } }]),
  }),
  route('post /jobs/:tag/lessons', {
    who: 'work on a job',
    body: addLessonShape,
    handle: (call) => addLesson(call, tagOf(call.params), call.body.text),
  }),
  route('put /jobs/:tag/strip/:item', {
    who: 'work on a job',
    body: moveStripItem,
    handle: (call) => moveItem(call, tagOf(call.params), call.params['item'] ?? '', call.body),
  }),
  route('post /jobs/:tag/strip', {
    who: 'work on a job',
    body: moveWholeStrip,
    handle: (call) => moveAll(call, tagOf(call.params), call.body),
  }),
  route('post /jobs/:tag/overrides', {
    who: 'pass a gate',
    body: overrideShape,
    handle: (call) => overrideGate(call, tagOf(call.params), call.body),
  }),
  route('post /jobs/:tag/take-up', {
    who: 'work on a job',
    body: versionOnly,
    handle: (call) => takeUp(call, tagOf(call.params), call.body.version),
  }),
  route('post /jobs/:tag/put-down', {
    who: 'work on a job',
    body: putDownShape,
    handle: (call) => putDown(call, tagOf(call.params), call.body),
  }),
  route('post /jobs/:tag/things', {
    who: 'keep notes and things',
    body: addThingShape,
    handle: (call) => addThing(call, tagOf(call.params), call.body),
  }),
  route('put /jobs/:tag/things/:number', {
    who: 'keep notes and things',
    body: moveThingShape,
    handle: (call) => moveThing(call, tagOf(call.params), Number(call.params['number']), call.body),
  }),
  ...KINDS.flatMap((kind) => [
    // Only reads: what a correction would lead to, asked with a body because it is one.
    route(`post /jobs/:tag/corrections/${kind}/consequences`, {
      who: CORRECTING[kind],
      body: corrections[kind].consider as Shape<Considered>,
      ownBooks: true,
      handle: (call) => consider(call, tagOf(call.params), call.body),
    }),
    route(`post /jobs/:tag/corrections/${kind}`, {
      who: CORRECTING[kind],
      body: corrections[kind].make as Shape<MakeCorrection>,
      handle: (call) => correct(call, tagOf(call.params), call.body),
    }),
  ]),
  route('post /jobs/:tag/close', {
    who: 'hand over',
    body: versionOnly,
    handle: (call) => closeJob(call, tagOf(call.params), call.body.version),
  }),
];
