import type { EntryKey } from '@udrel/core/facts';
import type { FactEntry } from '@udrel/contract/types';
import { keepJobPaper } from '../../papers/job-paper';
import type { PhotoStore } from '../../photos/photo-store';
import type { CommandContext } from '../../platform/command-context';
import { correctionEndpoints, jobEndpoints } from '@udrel/contract/endpoints';
import { addNote } from '../../jobs/add-note';
import { carryOutKept } from '../../kept/carry-out-kept';
import { closeJob } from '../../closing/close-job';
import { consider, correct } from '../../corrections/corrections';
import { enterFact } from '../../facts/record-fact';
import { overrideGate } from '../../jobs/override-gate';
import { handOff, claim } from '../../custody/claims';
import { EVENT_LIST } from '../../jobs/list-events';
import { JOB_LIST } from '../../jobs/list-jobs';
import { moveAll, moveItem } from '../../dismantling/disassembly-sheet';
import { placeItem, tapItem } from '../../dismantling/taps';
import { addBelonging, moveAllBelongings, moveBelonging } from '../../custody/belongings';
import { earlierHistory, jobIdOf, viewJob } from '../../jobs/view-job';
import { addLesson } from '../../models/lessons';
import { addItem, moveToStage } from '../../dismantling/amend-sheet';
import { teachFirmware, teachSheet } from '../../models/teach-model';
import { handlers, type Call, type Route } from '../../platform/http/handlers';
import { listHandlers } from '../../platform/http/list-handlers';
import { addSecret, showSecret } from '../../secrets/job-secrets';

const jobList = listHandlers('jobs', JOB_LIST);
const eventList = listHandlers('history', EVENT_LIST);
const ofJob = async <Q extends object>({ manager, query, params }: Call<{ tag: string }, unknown, Q>) => ({
  ...query,
  jobId: await jobIdOf(manager, params.tag),
});

/** Facts with which the customer has their paper in the hand: it is kept as it was then. */
const GIVES = { 'document given': 'given', signature: 'signed' } as const satisfies Partial<Record<EntryKey, string>>;
const isGiven = (key: EntryKey): key is keyof typeof GIVES => key in GIVES;

async function record(call: CommandContext, photos: PhotoStore, tag: string, key: EntryKey, body: FactEntry) {
  const view = await enterFact(call, tag, key, body);
  const given = key !== 'document given' || view.snapshot.facts['document given']?.given === true;
  if (isGiven(key) && given) await keepJobPaper(call, photos, tag, GIVES[key]);
  return view;
}

export function jobHandlers(photos: PhotoStore): Route[] {
  const routes: Route[] = handlers(jobEndpoints, {
    jobs: (call) => jobList.page(call, call.query),
    jobCount: (call) => jobList.count(call, call.query),
    jobExport: (call) => jobList.file(call, call.query),
    events: async (call) => eventList.page(call, await ofJob(call)),
    eventCount: async (call) => eventList.count(call, await ofJob(call)),
    eventExport: async (call) => eventList.file(call, await ofJob(call)),
    job: ({ manager, params, now }) => viewJob(manager, params.tag, now),
    history: ({ manager, params, query }) => earlierHistory(manager, params.tag, query.before),
    recordFact: (call) => record(call, photos, call.params.tag, call.params.key, call.body),
    recordAtCounter: (call) => record(call, photos, call.params.tag, call.params.counterKey, call.body),
    carryOutKept: (call) => carryOutKept(kept, call),
    addNote: (call) => addNote(call, call.params.tag, call.body.text),
    moveToStage: (call) => moveToStage(call, call.params.tag, call.params.item, call.body),
    addDisassemblyItem: (call) => addItem(call, call.params.tag, call.body),
    teachFirmware: (call) => teachFirmware(call, call.params.tag, call.body),
    teachSheet: (call) => teachSheet(call, call.params.tag, call.body),
    addLesson: (call) => addLesson(call, call.params.tag, call.body.text),
    moveDisassemblyItem: (call) => moveItem(call, call.params.tag, call.params.item, call.body),
    tapDisassembly: (call) => tapItem(call, call.params.tag, call.params.item, call.body),
    placeDisassembly: (call) => placeItem(call, call.params.tag, call.params.item, call.body),
    moveWholeDisassembly: (call) => moveAll(call, call.params.tag, call.body),
    overrideGate: (call) => overrideGate(call, call.params.tag, call.body),
    claim: (call) => claim(call, call.params.tag, call.body.version),
    handOff: (call) => handOff(call, call.params.tag, call.body),
    addBelonging: (call) => addBelonging(call, call.params.tag, call.body),
    moveAllBelongings: (call) => moveAllBelongings(call, call.params.tag, call.body.place),
    moveBelonging: (call) => moveBelonging(call, call.params.tag, call.params.number, call.body),
    addSecret: (call) => addSecret(call, call.params.tag, call.body),
    showSecret: (call) =>
      call.manager.transaction((manager) => showSecret({ ...call, manager }, call.params.tag, call.params.id)),
    closeJob: (call) => closeJob(call, call.params.tag, call.body.version),
  });
  const kept = new Map(routes.filter(({ endpoint }) => endpoint.subject).map((route) => [route.name, route]));
  return routes;
}

export const correctionHandlers = handlers(correctionEndpoints, {
  considerWorkCorrection: (call) => consider(call, call.params.tag, call.body),
  correctWork: (call) => correct(call, call.params.tag, call.body),
  considerBookingCorrection: (call) => consider(call, call.params.tag, call.body),
  correctBooking: (call) => correct(call, call.params.tag, call.body),
  considerEnd: (call) => consider(call, call.params.tag, call.body),
  correctEnd: (call) => correct(call, call.params.tag, call.body),
});
