import {
  acceptPlan,
  acceptQuote,
  addLesson,
  beginRun,
  book,
  closeJob,
  correct,
  endRun,
  enterFact,
  moveAll,
  moveItem,
  orderParts,
  putDown,
  reserveDrive,
  reserveMemory,
  takePayment,
  takeUp,
  viewJob,
  viewQuote,
  writeQuote,
  type CommandContext,
} from '@udrel/server/services';
import type { JobBooking, JobView, QuoteView } from '@udrel/contract/types';
import type { MeasurementSet } from '@udrel/core/benchmarks';
import {
  fitsFirst,
  functionChecks,
  opensFirst,
  priceHolds,
  waitingTargets,
  oldStaysAt,
  type RunEnd,
} from '@udrel/core/steps';
import type { Afterwards } from '../data/afterwards';
import { REACHED, type DemoJob, type Reached } from '../data/demo-job';
import { tables } from '../data/tables';
import { fact, type Act } from './act';
import { draftPlan, onRoute, once, prepareDevice, readBack, tookAsLong } from './replay-copy';

const HOUR = 3_600_000;
const METHOD = '1 MiB QD8 and 4 KiB QD1, 3 runs';

/** What a demo job needs to know of the shop. */
export interface Stage {
  context: CommandContext;
  now: number;
  customerId: (name: DemoJob['customer']) => string;
  modelId: (code: string) => string;
  partId: (partNumber: string) => string;
}

/** Replays the jobs of one order through the services, step by step at their own times, as far as they have come. */
export async function replay(stage: Stage, jobs: readonly DemoJob[]): Promise<void> {
  const [first] = jobs;
  if (!first) return;
  const order = await book(at(stage, first, 0), {
    customer: { id: stage.customerId(first.customer), name: '-', phone: '', email: '' },
    jobs: jobs.map((job) => bookingOf(stage, job)),
  });
  for (const [index, job] of jobs.entries()) {
    const booked = order.jobs[index];
    if (!booked) throw new Error(`nothing was booked for ${job.serial}`);
    await beside(stage, job, await work(stage, job, booked));
  }
}

async function work(stage: Stage, job: DemoJob, booked: JobView): Promise<JobView> {
  let view = booked;
  const steps = stepsOf(job, stage);
  const last = REACHED.indexOf(job.reached);
  const due = steps.filter(([reached]) => REACHED.indexOf(reached) <= last && !skipped(reached, job.reached));
  let latest = 0;
  for (const [index, [, act]] of due.entries()) {
    const planned = at(stage, job, (index + 1) / (due.length + 1));
    // What runs by itself takes the time it takes: what comes after it is done later.
    const context = { ...planned, now: new Date(Math.min(stage.now, Math.max(planned.now.getTime(), latest + 1000))) };
    // Closed jobs take nothing more: what they taught is written down before.
    if (job.lesson && index === due.length - 1) view = await addLesson(context, view.tag, job.lesson);
    view = await act(context, view);
    latest = Math.max(context.now.getTime(), ...view.runs.map(({ endedAt }) => (endedAt ? Date.parse(endedAt) : 0)));
  }
  return view;
}

function stepsOf(job: DemoJob, stage: Stage): Steps {
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

/** What happened beside the straight path. */
async function beside(stage: Stage, job: DemoJob, worked: JobView): Promise<void> {
  const context = at(stage, job, 1);
  let view = worked;
  for (const one of job.afterwards ?? []) view = await doneBeside(stage, context, view, one);
}

function doneBeside(stage: Stage, context: CommandContext, view: JobView, one: Afterwards): Promise<JobView> {
  const { tag, version } = view;
  switch (one.act) {
    case 'memory':
      return enterFact(context, tag, 'memory', { version, value: { modules: one.modules } });
    case 'order': {
      const choice = { kind: 'drive' as const, partId: stage.partId(one.partNumber), siteId: one.siteId };
      const expected = new Date(stage.now + one.inDays * 24 * HOUR).toISOString().slice(0, 10);
      return orderParts(context, tag, { version, choice, supplier: one.supplier, expected });
    }
    case 'quote':
      return afterQuote(context, view, ({ now }) => writeQuote(context, view.order, { total: now.total }));
    case 'deposit':
      return afterQuote(context, view, () => takePayment(context, view.order, { amount: one.amount, how: one.how }));
    case 'take up':
      return takeUp(context, tag, version);
    case 'put down': {
      const { act: _act, ...state } = one;
      return putDown(context, tag, { version, ...state });
    }
    case 'end':
      return correct(context, tag, { version, correction: { what: 'end', kind: one.kind }, reason: one.reason });
    case 'give back':
      return enterFact(context, tag, 'signature', { version, value: SIGNED }).then((signed) =>
        closeJob(context, tag, signed.version),
      );
    case 'keep': {
      const { act: _act, ...value } = one;
      return enterFact(context, tag, 'kept until', { version, value }).then((kept) =>
        closeJob(context, tag, kept.version),
      );
    }
  }
}

/** The customer agrees by phone where it costs more than they were told. */
const agree: Act = (context, view) =>
  priceHolds(view.snapshot)
    ? Promise.resolve(view)
    : afterQuote(context, view, ({ now }) =>
        acceptQuote(context, view.order, { total: now.total, how: 'by phone', note: '' }),
      );

async function afterQuote(
  context: CommandContext,
  view: JobView,
  act: (quote: QuoteView) => Promise<unknown>,
): Promise<JobView> {
  await act(await viewQuote(context.manager, view.order, context.now));
  return viewJob(context.manager, view.tag, context.now);
}

function bookingOf(stage: Stage, job: DemoJob): JobBooking {
  return {
    device: {
      modelId: job.stub ? null : stage.modelId(job.model),
      stub: job.stub ?? null,
      serial: job.serial,
      place: job.place ?? '',
    },
    wishes: job.wishes ?? [job.wish],
    complaint: job.complaint,
    condition: job.condition,
    leftWithUs: job.left.map(([name, place]) => ({ name, place })),
    secrets: job.secrets ?? [],
    facts: job.facts ?? {},
    promisedAt: new Date(stage.now + job.promisedInHours * HOUR).toISOString(),
    price: job.price,
  };
}

type Steps = [Reached, Act][];

/** Troubles are only replayed for the jobs that are about them. */
function skipped(step: Reached, reached: Reached): boolean {
  return (step === 'failed once' || step === 'did not start') && step !== reached;
}

/** The moment of a share of the time between booking and now; a closed job took six hours. */
function at(stage: Stage, job: DemoJob, share: number): CommandContext {
  const began = stage.now - job.bookedHoursAgo * HOUR;
  const span = job.reached === 'closed' ? 6 * HOUR : job.bookedHoursAgo * HOUR * 0.98;
  return { ...stage.context, now: new Date(began + share * span) };
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

function driveSteps(job: DemoJob, stage: Stage): Steps {
  const table = tables[job.table ?? 'laptop500'];
  const serial = (view: JobView) => view.snapshot.facts['drive choice']?.serial ?? '';
  const reserve = takeDrive(job, stage);
  const begin: Act = (context, view) =>
    beginRun(context, view.tag, {
      version: view.version,
      onto: waitingTargets(view.snapshot)[0] ?? 'new',
      berth: job.reached === 'running' ? (job.berth ?? null) : null,
    });
  const end =
    (outcome: RunEnd, note: string): Act =>
    (context, view) =>
      endRun(tookAsLong(context, view), view.tag, {
        version: view.version,
        outcome,
        note,
        ...(outcome === 'ended with losses' ? { losses: job.losses } : {}),
      });
  const open = once('strip down', async (context, view) => {
    const out = await all('out')(context, await noteMissing(job, context, view));
    return job.seenInside ? fact('seen inside', job.seenInside)(context, out) : out;
  });
  const fit = once('fit', (context, view) => fact('fitted', { serial: serial(view) })(context, view));
  return [
    ['read', fact('old drive', job.old)],
    ['read', fact('partition table', table)],
    ['assessed', fact('health', { grade: job.health ?? 'good', note: job.healthNote ?? '' })],
    ['assessed', fact('before', measured(job.before, job.whyNotBefore))],
    ['reserved', reserve],
    ...(job.takeAdded ? ([['reserved', takeDrive({ ...job, take: job.takeAdded }, stage, true)]] as Steps) : []),
    ['agreed', agree],
    ['drafted', draftPlan(job, table)],
    ['planned', (context, view) => acceptPlan(context, view.tag, view.version)],
    ['prepared', prepareDevice],
    ['identified', onRoute(opensFirst, open)],
    ['identified', fact('source identified', { serial: job.old?.serial })],
    ['identified', (context, view) => fact('target identified', { serial: serial(view) })(context, view)],
    ...(job.takeAdded ? ([['identified', withAdded('added identified')]] as Steps) : []),
    ['running', onRoute(fitsFirst, fit)],
    // Onto two drives one after the other: the first copy is over while the second one runs.
    ...(job.takeAdded
      ? ([
          ['running', onRoute(fitsFirst, fitAdded)],
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
    ['stripped', readBack],
    ['stripped', open],
    ['fitted', fit],
    ...(job.takeAdded ? ([['fitted', fitAdded]] as Steps) : []),
    [
      'did not start',
      fact('trial start', {
        started: false,
        oldDriveDetached: true,
        note: 'No system found; the new drive is listed in firmware.',
      }),
    ],
    ['started', STARTED],
    ['closed up', refitOld],
    ...provingSteps(job),
    ['closed', fact('old drive stays', { where: 'returned in its bag, labelled', consent: false })],
    ...closingSteps,
  ];
}

/** What was not there when it came is noted before anything is counted out. */
function noteMissing({ missing }: DemoJob, context: CommandContext, view: JobView): Promise<JobView> {
  const [item] = view.snapshot.strip;
  if (!missing || !item) return Promise.resolve(view);
  const { out, back, left, replaced } = item;
  return moveItem(context, view.tag, item.id, { version: view.version, out, back, left, replaced, missing });
}

/** The old drive goes on in the device for data. */
const refitOld: Act = (context, view) => {
  const serial = view.snapshot.facts['old drive']?.serial ?? '';
  return oldStaysAt(view.snapshot) === null
    ? Promise.resolve(view)
    : fact('old drive refitted', { serial, startsFromNew: true, note: '' })(context, view);
};

const withAdded =
  (key: 'added identified' | 'added fitted'): Act =>
  (context, view) =>
    fact(key, { serial: view.snapshot.facts['added choice']?.serial ?? '' })(context, view);
const fitAdded = once('fit added', withAdded('added fitted'));

const takeDrive =
  (job: DemoJob, stage: Stage, added = false): Act =>
  (context, view) =>
    reserveDrive(context, view.tag, {
      version: view.version,
      partId: stage.partId(job.take?.partNumber ?? ''),
      siteId: job.take?.siteId ?? '',
      added,
    });

const STARTED: Act = fact('trial start', { started: true, oldDriveDetached: true, note: '' });

function addedSteps(job: DemoJob, stage: Stage): Steps {
  return [
    ['read', fact('other drives', { drives: job.others ?? [] })],
    ['assessed', fact('before', measured(job.before, job.whyNotBefore))],
    ['reserved', takeDrive(job, stage, true)],
    ['agreed', agree],
    ['stripped', all('out')],
    ['fitted', withAdded('added fitted')],
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
    ['stripped', all('out')],
    [
      'fitted',
      (context, view) => fact('fitted', { serial: view.snapshot.facts['drive choice']?.serial ?? '' })(context, view),
    ],
    ['started', fact('installed', { system: 'desktop system, newest version', files: 'not wanted', note: '' })],
    ['started', STARTED],
    ...provingSteps(job),
    ['closed', fact('old drive stays', { where: 'returned in its bag, labelled', consent: false })],
    ...closingSteps,
  ];
}

function memorySteps(job: DemoJob): Steps {
  const modules = job.model === 'PP5-0610' ? [{ slot: 'A1', bytes: 8 * 1024 ** 3, speed: 2666 }] : [];
  return [
    ['assessed', fact('memory', { modules })],
    ['assessed', fact('before', measured(job.before))],
    ['reserved', takeMemory(job)],
    ['agreed', agree],
    ['stripped', all('out')],
    ['fitted', fact('fitted', { serial: '' })],
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
  const results = functionChecks(view.snapshot.wishes, view.device.model.functions).map((name) => ({
    name,
    works: true,
  }));
  return fact('functions', { results, note: '' })(context, view);
};

const SIGNED = { name: 'for the customer', path: 'M12 40 C30 8 44 60 62 30 S96 12 110 38 S150 20 168 34' };

const closingSteps: Steps = [
  ['closed', fact('document given', { given: true })],
  ['closed', fact('signature', SIGNED)],
  ['closed', (context, view) => closeJob(context, view.tag, view.version)],
];
