import { readFile } from 'node:fs/promises';
import {
  addLesson,
  billBegun,
  book,
  closeJob,
  correct,
  creditBill,
  enterFact,
  issueBill,
  keepPhoto,
  markPhoto,
  orderParts,
  handOff,
  takePayment,
  claim,
  writeQuote,
  type CommandContext,
  openClaim,
  viewJob,
} from '@udrel/server/services';
import type { JobBooking, JobView, QuoteView } from '@udrel/contract/types';
import { linesOf, sumsOf, type Reduction } from '@udrel/core/bill';
import type { Afterwards } from '../data/afterwards';
import { REACHED, type DemoJob, type Reached } from '../data/demo-job';
import type { Stage } from './act';
import { promisedIn } from './day';
import { afterQuote, SIGNED, stepsOf } from './replay-steps';

const HOUR = 3_600_000;

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

/** What happened beside the straight path. */
async function beside(stage: Stage, job: DemoJob, worked: JobView): Promise<void> {
  const context = at(stage, job, 1);
  let view = worked;
  if (job.photo) await photograph(stage, context, view.tag, job.photo);
  for (const one of job.afterwards ?? []) view = await doneBeside(stage, context, view, one);
}

function doneBeside(stage: Stage, context: CommandContext, view: JobView, one: Afterwards): Promise<JobView> {
  const { tag, version } = view;
  switch (one.act) {
    case 'memory':
      return enterFact(context, tag, 'memory', { version, value: { modules: one.modules } });
    case 'order': {
      const choice = {
        kind: 'drive' as const,
        partId: stage.partId(one.partNumber),
        siteId: one.siteId,
        on: 'new' as const,
      };
      const expected = new Date(stage.now + one.inDays * 24 * HOUR).toISOString().slice(0, 10);
      return orderParts(context, tag, { version, choice, supplier: one.supplier, expected });
    }
    case 'quote':
      return afterQuote(context, view, ({ now }) => writeQuote(context, view.order, { total: now.total }));
    case 'deposit':
      return afterQuote(context, view, () => takePayment(context, view.order, { amount: one.amount, how: one.how }));
    case 'bill':
      return afterQuote(context, view, (quote) => billed(context, quote, one));
    case 'credit':
      return afterQuote(context, view, ({ bills: [bill] }) => {
        const { amount, reason } = one;
        if (!bill) throw new Error(`${tag} was not billed`);
        return creditBill(context, view.order, bill.id, { amount, reason, follows: false });
      });
    case 'take up':
      return claim(context, tag, version);
    case 'put down': {
      const { act: _act, ...state } = one;
      return handOff(context, tag, { version, ...state });
    }
    case 'claim':
      return claimed(context, view, one);
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

/** Notes that the drive which an earlier job put in has failed, and claims it of its supplier. */
async function claimed(
  context: CommandContext,
  { tag, version }: JobView,
  { of, supplier, note }: Extract<Afterwards, { act: 'claim' }>,
): Promise<JobView> {
  const { snapshot } = await viewJob(context.manager, of, context.now);
  const failed = snapshot.facts['new drive choice'];
  if (!failed) throw new Error(`${of} put no drive in`);
  const { serial, maker, name } = failed;
  const value = { cause: 'a part of ours failed' as const, serial, note };
  const noted = await enterFact(context, tag, 'return cause', { version, value });
  await openClaim(context, tag, { supplier, what: `${maker} ${name}`, serial, note });
  return noted;
}

/** Bills what the order costs, and takes what is paid of it. */
async function billed(
  context: CommandContext,
  { order, now }: QuoteView,
  { off, reason = '', paid, how = 'card' }: Extract<Afterwards, { act: 'bill' }>,
): Promise<void> {
  const { buyer } = await billBegun(context.manager, order, context.now);
  const lines = linesOf(now);
  const reduction: Reduction = { kind: off === undefined ? 'none' : 'per cent', value: off ?? 0, reason };
  const { total } = sumsOf(lines, reduction);
  const { due } = await issueBill(context, order, { lines, reduction, buyer, note: '', agreed: '', total });
  if (paid !== undefined) await takePayment(context, order, { amount: paid === 'all' ? due : paid, how });
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
    promisedAt: promisedIn(job.promisedInHours, stage.now).toISOString(),
    price: job.price,
  };
}

/** Troubles are only replayed for the jobs that are about them. */
function skipped(step: Reached, reached: Reached): boolean {
  return (step === 'failed once' || step === 'did not start') && step !== reached;
}

/** Work that is over took six hours. */
const OVER: readonly Reached[] = ['ready', 'closed'];

/** The moment of a share of the time between booking and now. */
function at(stage: Stage, job: DemoJob, share: number): CommandContext {
  const began = stage.now - job.bookedHoursAgo * HOUR;
  const span = OVER.includes(job.reached) ? (job.tookHours ?? 6) * HOUR : job.bookedHoursAgo * HOUR * 0.98;
  return { ...stage.context, now: new Date(began + share * span) };
}

async function photograph(
  { photos }: Stage,
  context: CommandContext,
  tag: string,
  { file, station, ...marked }: NonNullable<DemoJob['photo']>,
): Promise<void> {
  const sent = await readFile(new URL(`../files/${file}`, import.meta.url));
  const { id } = await keepPhoto(context, photos, { tag, station, phone: false }, sent);
  await markPhoto(context, tag, id, marked);
}
