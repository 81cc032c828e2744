import {
  addNote,
  jobQuery,
  moveStripItem,
  moveWholeStrip,
  overrideGate as overrideShape,
  factEntry,
  versionOnly,
} from '@udrel/contract/schemas';
import { BENCH, EVERY_ROLE, route } from '../platform/routes';
import { changeJob } from './change';
import { closeJob } from './close';
import { enterFact } from './facts';
import { overrideGate } from './gates';
import { listJobs } from './list';
import { acceptPlan } from './plan';
import { moveAll, moveItem } from './strip';
import { viewJob } from './view';

const tagOf = (params: Record<string, string>) => params['tag'] ?? '';

/** Facts that the counter may record: what belongs to handing over. */
const COUNTER_FACTS = ['old drive stays', 'document given', 'signature'];

export const jobRoutes = [
  route('get /jobs', { who: EVERY_ROLE, query: jobQuery, handle: ({ manager, query }) => listJobs(manager, query) }),
  route('get /jobs/:tag', {
    who: EVERY_ROLE,
    handle: ({ manager, params, now }) => viewJob(manager, tagOf(params), now),
  }),
  route('put /jobs/:tag/facts/:key', {
    who: BENCH,
    body: factEntry,
    handle: (call) => enterFact(call, tagOf(call.params), call.params['key'] ?? '', call.body),
  }),
  ...COUNTER_FACTS.map((key) =>
    route(`put /jobs/:tag/hand-over/${key.replaceAll(' ', '-')}`, {
      who: EVERY_ROLE,
      body: factEntry,
      handle: (call) => enterFact(call, tagOf(call.params), key, call.body),
    }),
  ),
  route('post /jobs/:tag/notes', {
    who: EVERY_ROLE,
    body: addNote,
    handle: (call) =>
      changeJob(call, tagOf(call.params), null, async () => [{ kind: 'note', data: { text: call.body.text } }]),
  }),
  route('post /jobs/:tag/plan', {
    who: BENCH,
    body: versionOnly,
    handle: (call) => acceptPlan(call, tagOf(call.params), call.body.version),
  }),
  route('put /jobs/:tag/strip/:item', {
    who: BENCH,
    body: moveStripItem,
    handle: (call) => moveItem(call, tagOf(call.params), call.params['item'] ?? '', call.body),
  }),
  route('post /jobs/:tag/strip', {
    who: BENCH,
    body: moveWholeStrip,
    handle: (call) => moveAll(call, tagOf(call.params), call.body),
  }),
  route('post /jobs/:tag/overrides', {
    who: BENCH,
    body: overrideShape,
    handle: (call) => overrideGate(call, tagOf(call.params), call.body),
  }),
  route('post /jobs/:tag/close', {
    who: EVERY_ROLE,
    body: versionOnly,
    handle: (call) => closeJob(call, tagOf(call.params), call.body.version),
  }),
];
