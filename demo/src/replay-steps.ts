import {
  acceptPlan,
  acceptQuote,
  beginRun,
  closeJob,
  endRun,
  moveAll,
  moveItem,
  reserveDrive,
  reserveMemory,
  viewJob,
  viewQuote,
  type CommandContext,
} from '@udrel/server/services';
import type { JobView, QuoteView } from '@udrel/contract/types';
import type { MeasurementSet } from '@udrel/core/benchmarks';
import type { Piece } from '@udrel/core/pieces';
import { simulatedReads } from '@udrel/core/drive-reads';
import { targetKey } from '@udrel/core/facts';
import { targetName, type TargetId } from '@udrel/core/layout';
import {
  fitsFirst,
  functionChecks,
  oldStaysAt,
  opensFirst,
  priceHolds,
  waitingTargets,
  type RunEnd,
} from '@udrel/core/steps';
import type { DemoJob, Reached } from '../data/demo-job';
import { tables } from '../data/tables';
import { fact, type Act, type Stage } from './act';
import { readFrom } from './replay-reading';
import { crawled, draftPlan, minutesOf, onRoute, once, prepareDevice, readBack, tookAsLong } from './replay-copy';

const DAY = 86_400_000;
const METHOD = '1 MiB QD8 and 4 KiB QD1, 3 runs';

/** What is done to a job, each with how far it has come by then. */
export type Steps = [Reached, Act][];

/** The straight path of a job by its wish. */
export function stepsOf(job: DemoJob, stage: Stage): Steps {
  switch (job.wish.kind) {
    case 'memory':
      return memorySteps(job);
    case 'added drive':
      return addedSteps(job, stage);
    case 'fresh installation':
      return freshSteps(job, stage);
    case 'new drive':
    case 'new drive beside':
      return driveSteps(job, stage);
  }
}

/** The customer agrees by phone where it costs more than they were told. */
const agree: Act = (context, view) =>
  priceHolds(view.snapshot)
    ? Promise.resolve(view)
    : afterQuote(context, view, ({ now }) =>
        acceptQuote(context, view.order, { total: now.total, how: 'by phone', note: '' }),
      );

/** Does something with the quote of a job's order. */
export async function afterQuote(
  context: CommandContext,
  view: JobView,
  act: (quote: QuoteView) => Promise<unknown>,
): Promise<JobView> {
  await act(await viewQuote(context.manager, view.order, context.now));
  return viewJob(context.manager, view.tag, context.now);
}

const measured = (set: Partial<MeasurementSet> | undefined, whyNot = '') => ({
  set: set
    ? {
        sequentialRead: null,
        sequentialWrite: null,
        randomRead: null,
        randomWrite: null,
        startUps: [],
        method: METHOD,
        attached: 'inside',
        ...set,
      }
    : null,
  whyNot,
});

function readDrive({ probe, old, table }: DemoJob): Steps {
  if (probe) return [['read', readFrom(probe)]];
  return [
    ['read', fact('old drive', old)],
    ['read', fact('partition table', tables[table ?? 'laptop500'])],
  ];
}

function driveSteps(job: DemoJob, stage: Stage): Steps {
  const reserve = takeDrive(job, stage);
  const begin: Act = (context, view) =>
    beginRun(context, view.tag, {
      version: view.version,
      onto: waitingTargets(view.snapshot)[0] ?? 'new',
      berth: job.reached === 'running' ? (job.berth ?? null) : null,
      through: throughOf(job, view),
    });
  const end =
    (outcome: RunEnd, note: string): Act =>
    (context, view) =>
      endRun(job.crawled ? crawled(context, view) : tookAsLong(context, view), view.tag, {
        version: view.version,
        outcome,
        note,
        // What took so long is typed: nobody believes the clock.
        ...(job.crawled ? { minutes: minutesOf(crawled(context, view), view) } : {}),
        ...(outcome === 'ended with losses' ? { losses: job.losses } : {}),
      });
  const open = once('strip down', async (context, view) => {
    const out = await all('out')(context, await noteMissing(job, context, view));
    return job.seenInside ? fact('seen inside', job.seenInside)(context, out) : out;
  });
  return [
    ...readDrive(job),
    ...(job.others ? ([['read', fact('other drives', { drives: job.others })]] as Steps) : []),
    ['assessed', fact('health', { grade: job.health ?? 'good', note: job.healthNote ?? '' })],
    ['assessed', fact('before', measured(job.before, job.whyNotBefore))],
    ...(job.besides ? ([['assessed', fact('switched besides', { items: job.besides })]] as Steps) : []),
    ...(job.reads ? ([['assessed', readOver('before')]] as Steps) : []),
    ['reserved', reserve],
    ...(job.takeAdded ? ([['reserved', takeDrive({ ...job, take: job.takeAdded }, stage, 'added')]] as Steps) : []),
    ['agreed', agree],
    ['drafted', draftPlan(job)],
    ['planned', (context, view) => acceptPlan(context, view.tag, view.version)],
    ['prepared', prepareDevice(job)],
    ['identified', onRoute(opensFirst, open)],
    ['identified', identifySource],
    ['identified', bySerial('new', 'identified')],
    ...(job.takeAdded ? ([['identified', bySerial('added', 'identified')]] as Steps) : []),
    ['running', onRoute(fitsFirst, fit('new'))],
    // Onto two drives one after the other: the first copy is over while the second one runs.
    ...(job.takeAdded
      ? ([
          ['running', onRoute(fitsFirst, fit('added'))],
          ['running', begin],
          ['running', end('ended well', '')],
        ] as Steps)
      : []),
    ['running', begin],
    ['failed once', end('failed', 'Target not seen any more after 6 minutes; the enclosure takes SATA cards only.')],
    [
      'copied',
      job.losses ? end('ended with losses', 'Three passes; the rest could not be read.') : end('ended well', ''),
    ],
    ['stripped', readBack(job)],
    ['stripped', open],
    ['fitted', fit('new')],
    ...(job.takeAdded ? ([['fitted', fit('added')]] as Steps) : []),
    [
      'did not start',
      fact('trial start', {
        started: false,
        oldDriveDetached: true,
        note: 'No system found; the new drive is listed in firmware.',
      }),
    ],
    ...(job.noStart ? ([['did not start', fact('no start', job.noStart)]] as Steps) : []),
    // What it was is known once it was found.
    ...(job.noStart ? ([['started', fact('no start', job.noStart)]] as Steps) : []),
    ['started', STARTED],
    ['closed up', refitOld],
    ...(job.reads ? ([['closed up', readOver('after')]] as Steps) : []),
    ...provingSteps(job),
    ['ready', placeOld(job, stage)],
    ...closingSteps,
  ];
}

/** As it was planned, and the lead that lay there. */
function throughOf({ lead }: DemoJob, { snapshot }: JobView): Piece[] {
  return [...(snapshot.facts.plan?.through ?? []), ...(lead ? [{ kind: 'lead', name: lead } as const] : [])];
}

/** The old drive goes back in its bag, where the job says nothing else. */
function placeOld({ stays }: DemoJob, { now }: Stage): Act {
  const until = stays?.days === undefined ? null : new Date(now + stays.days * DAY).toISOString().slice(0, 10);
  return (context, view) =>
    fact('old drive stays', {
      as: oldStaysAt(view.snapshot) === null ? (stays?.as ?? 'returned') : 'in the device',
      until,
      place: stays?.place ?? '',
      consent: stays?.as === 'to be wiped' || stays?.as === 'for recycling',
      note: stays ? 'in a bag with its label' : 'in its bag, labelled',
    })(context, view);
}

/** What was not there when it came is noted before anything is counted out. */
function noteMissing({ missing }: DemoJob, context: CommandContext, view: JobView): Promise<JobView> {
  const [item] = view.snapshot.disassembly;
  if (!missing || !item) return Promise.resolve(view);
  const { out, back, left, replaced } = item;
  return moveItem(context, view.tag, item.id, { version: view.version, out, back, left, replaced, missing });
}

const identifySource: Act = (context, view) =>
  fact('source identified', { serial: view.snapshot.facts['old drive']?.serial })(context, view);

/** The old drive goes on in the device for data. */
const refitOld: Act = (context, view) => {
  const serial = view.snapshot.facts['old drive']?.serial ?? '';
  return oldStaysAt(view.snapshot) === null
    ? Promise.resolve(view)
    : fact('old drive refitted', { serial, startsFromNew: true, note: '' })(context, view);
};

/** A drive read over all of it at a berth, the old one or the one that took over. */
const readOver =
  (when: 'before' | 'after'): Act =>
  async (context, view) => {
    const { 'old drive': old, 'new drive choice': taken } = view.snapshot.facts;
    const drive = when === 'before' ? old : taken;
    return drive ? fact(`reads ${when}`, await simulatedReads(drive, drive.class, 30))(context, view) : view;
  };

/** What is read from the label of a drive that goes in. */
const bySerial =
  (on: TargetId, aspect: 'identified' | 'fitted'): Act =>
  (context, view) => {
    const serial = view.snapshot.facts[targetKey(on, 'choice')]?.serial ?? '';
    return fact(targetKey(on, aspect), { serial })(context, view);
  };
const fit = (on: TargetId) => once(`fit ${targetName(on)}`, bySerial(on, 'fitted'));

const takeDrive =
  (job: DemoJob, stage: Stage, on: TargetId = 'new'): Act =>
  (context, view) =>
    reserveDrive(context, view.tag, {
      version: view.version,
      partId: stage.partId(job.take?.partNumber ?? ''),
      siteId: job.take?.siteId ?? '',
      on,
    });

const STARTED: Act = fact('trial start', { started: true, oldDriveDetached: true, note: '' });

function addedSteps(job: DemoJob, stage: Stage): Steps {
  return [
    ['read', fact('other drives', { drives: job.others ?? [] })],
    ['assessed', fact('before', measured(job.before, job.whyNotBefore))],
    ['reserved', takeDrive(job, stage, 'added')],
    ['agreed', agree],
    ['stripped', all('out')],
    ['fitted', bySerial('added', 'fitted')],
    ['started', STARTED],
    ...provingSteps(job),
    ...closingSteps,
  ];
}

function freshSteps(job: DemoJob, stage: Stage): Steps {
  return [
    ['read', fact('old drive', job.old)],
    ['assessed', fact('before', measured(job.before, job.whyNotBefore))],
    ['reserved', takeDrive(job, stage)],
    ['agreed', agree],
    ['prepared', prepareDevice(job)],
    ['stripped', all('out')],
    ['fitted', bySerial('new', 'fitted')],
    ['started', fact('installed', { system: 'desktop system, newest version', files: 'not wanted', note: '' })],
    ['started', STARTED],
    ...provingSteps(job),
    ['ready', placeOld(job, stage)],
    ...closingSteps,
  ];
}

/** All of it, twice over, from a stick. */
const testMemory: Act = (context, view) =>
  beginRun(context, view.tag, { version: view.version, kind: 'memory test', berth: null, passes: 2 });

const endWell: Act = (context, view) =>
  endRun(tookAsLong(context, view), view.tag, { version: view.version, outcome: 'ended well', note: '' });

function memorySteps(job: DemoJob): Steps {
  return [
    ['assessed', fact('memory', job.memory ?? { modules: [] })],
    ['assessed', fact('before', measured(job.before))],
    ['reserved', takeMemory(job)],
    ['agreed', agree],
    ['stripped', all('out')],
    ['fitted', fact('memory fitted', { modules: job.take?.count ?? 1 })],
    ['fitted', testMemory],
    ['started', endWell],
    ['started', STARTED],
    ...provingSteps(job),
    ...closingSteps,
  ];

  function takeMemory({ take }: DemoJob): Act {
    return async (context, view) => {
      const [part] = (await context.manager.query('select id from part where part_number = $1', [
        take?.partNumber,
      ])) as {
        id: string;
      }[];
      return reserveMemory(context, view.tag, {
        version: view.version,
        partId: part?.id ?? '',
        count: take?.count ?? 1,
      });
    };
  }
}

function all(way: 'out' | 'back'): Act {
  return (context, view) => moveAll(context, view.tag, { version: view.version, way });
}

function provingSteps(job: DemoJob): Steps {
  return [
    ['closed up', all('back')],
    ['proven', fact('after', measured(job.after, job.after ? '' : 'not needed'))],
    ['proven', checkFunctions],
  ];
}

const checkFunctions: Act = (context, view) => {
  const results = functionChecks(view.snapshot, view.device.model.functions).map((name) => ({ name, works: true }));
  return fact('functions', { results, note: '' })(context, view);
};

/** A signature as it is drawn. */
export const SIGNED = { name: 'for the customer', path: 'M12 40 C30 8 44 60 62 30 S96 12 110 38 S150 20 168 34' };

const closingSteps: Steps = [
  ['closed', fact('document given', { given: true })],
  ['closed', fact('signature', SIGNED)],
  ['closed', (context, view) => closeJob(context, view.tag, view.version)],
];
