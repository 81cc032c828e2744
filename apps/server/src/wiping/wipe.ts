import { randomUUID } from 'node:crypto';
import type { BeginWipe, EndWipe, ReadWiped, WipeView } from '@udrel/contract/types';
import { decimal } from '@udrel/core/capacity';
import { durationDoubt } from '@udrel/core/estimate';
import { identify, isGrave } from '@udrel/core/identity';
import { beginProgress } from '@udrel/core/progress';
import { WIPE_WAYS, wipeTakes } from '@udrel/core/wiping';
import { freeBerth } from '../copying/berths';
import { Run } from '../copying/entities';
import { noteAtJob } from '../jobs/change-job';
import { lockJobs, type LockedJob } from '../jobs/lock-jobs';
import { fieldWrong, gateClosed, notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { Wipe } from './entities';
import { readWiping, shownWiping, type Wiping } from './view-wipe';

/** The job under its lock, and what its drive's wipe rests on. */
async function lockWiping(
  context: CommandContext,
  tag: string,
  number: number,
): Promise<{ job: LockedJob; wiping: Wiping }> {
  const [job] = await lockJobs(context.manager, { tag });
  if (!job) throw notFound(`The job ${tag}`);
  return { job, wiping: await readWiping(context, tag, number) };
}

const shown = async (context: CommandContext, { tag, number }: { tag: string; number: number }): Promise<WipeView> =>
  shownWiping(await readWiping(context, tag, number));

/**
 * Begins a wipe: after custody, consent and proof of the copy, the drive in the hand and the one that took over from it
 * both identified by serial. Refused in every other order.
 */
export async function beginWipe(
  context: CommandContext,
  tag: string,
  number: number,
  given: BeginWipe,
): Promise<WipeView> {
  const { manager, actor, now } = context;
  const { job, wiping } = await lockWiping(context, tag, number);
  const { drive, stay, conditions, estimate, attempts } = wiping;
  if (!drive || !estimate)
    throw new Refusal(409, 'no-drive', `${stay.label} is no drive on record: it cannot be wiped.`);
  const last = attempts.at(-1);
  if (last?.run.outcome === 'running') throw new Refusal(409, 'run-under-way', 'It is being wiped already.');
  const missing = conditions.filter(({ holds }) => !holds);
  if (missing.length > 0) throw gateClosed(missing.map(({ sentence }) => sentence));
  identified(wiping, given);
  if (!wiping.ways.includes(given.way))
    throw fieldWrong('way', `A drive of the class ${drive.class} knows no such way.`);
  if (last && given.changed === '') throw fieldWrong('changed', 'Note what was changed since the attempt before.');
  // What the drive does by itself no counter of the system shows.
  const overwrites = WIPE_WAYS[given.way].method === 'overwrite';
  if (given.berth !== null && !overwrites) throw fieldWrong('berth', 'Only an overwrite is watched at a berth.');
  const berth = given.berth === null ? null : await freeBerth(context, given.berth, job.tag);
  const runId = randomUUID();
  const attempt = attempts.length + 1;
  await manager.insert(Run, {
    ...{ id: runId, jobId: job.id, kind: 'wipe', onto: null, about: stay.label, attempt, berthId: berth?.id ?? null },
    ...{ sourceClass: drive.class, sourceSerial: stay.serial, targetSerial: stay.serial },
    ...{ sourceBytes: drive.bytes, targetBytes: drive.bytes, plannedBytes: drive.bytes, passes: null },
    estimate: wipeTakes(given.way, drive.class, estimate),
    ...{ outcome: 'running', note: '', changed: given.changed, leftAs: null, alarms: [], losses: [], took: null },
    // A command of the drive says nothing of how long it takes to write all of one over.
    ...{ learn: overwrites, beganAt: now, endedAt: null, progress: beginProgress() },
  });
  // What an earlier attempt left is not read any more.
  await manager.update(Wipe, { belongingId: wiping.belongingId }, NOT_ASKED_ANY_MORE);
  const { way, tool, hidden, reallocated, survivor } = given;
  const noted = { way, tool, hidden, reallocated, survivor, belongingId: wiping.belongingId, runId, by: actor.id };
  await manager.insert(Wipe, { ...UNREAD, id: randomUUID(), ...noted });
  const { berth: at, changed } = given;
  const began = {
    kind: 'wipe' as const,
    about: stay.label,
    onto: null,
    attempt,
    changed,
    berth: at,
    target: stay.serial,
  };
  await noteAtJob(context, job, [{ kind: 'run began', data: began }]);
  return shown(context, stay);
}

const NOT_ASKED_ANY_MORE = { berthId: null, askedBy: null, askedAt: null };
const NOT_ASKED = { ...NOT_ASKED_ANY_MORE, trouble: '' };
const UNREAD = { ...NOT_ASKED, seen: null, seenAt: null, seenBerth: null, notRead: '', paperId: null };

/** Refuses unless what was scanned is this drive, and one that took over from it. */
function identified({ stay, survivors }: Wiping, { serial, survivor }: BeginWipe): void {
  const [other] = survivors;
  const own = identify(serial, stay, other ?? null);
  if (own.outcome !== 'match') throw fieldWrong('serial', own.sentence);
  if (survivors.some((one) => identify(survivor, one, stay).outcome === 'match')) return;
  const wrong = other && identify(survivor, other, stay);
  throw fieldWrong(
    'survivor',
    wrong && wrong.outcome !== 'match' ? wrong.sentence : 'No drive is on record that took over from it.',
  );
}

/** Records how the wipe that is under way ended. A watched one has not ended well before all was written. */
export async function endWipe(context: CommandContext, tag: string, number: number, given: EndWipe): Promise<WipeView> {
  const { job, wiping } = await lockWiping(context, tag, number);
  const run = wiping.attempts.at(-1)?.run;
  if (run?.outcome !== 'running') throw new Refusal(409, 'no-run', 'It is not being wiped.');
  const { outcome, note, minutes = null } = given;
  if (outcome === 'failed' && note === '') throw fieldWrong('note', 'Note what went wrong.');
  const grave = run.alarms.find(isGrave);
  if (outcome === 'ended well' && grave)
    throw fieldWrong(
      'outcome',
      `${grave.sentence} So it did not end well: record it as failed, and look what was written to.`,
    );
  if (outcome === 'ended well' && run.berth !== null && run.progress.done < run.plannedBytes) {
    const counted = `${decimal(run.progress.done)} of ${decimal(run.plannedBytes)}`;
    throw fieldWrong(
      'outcome',
      `The berth counted only ${counted}: it is not written over as a whole. Let it go on, or record it as failed.`,
    );
  }
  const took = run.berth === null && minutes !== null ? minutes * 60 : null;
  const doubt = took === null ? null : durationDoubt({ ...run.estimate, bytes: run.plannedBytes }, took, null);
  const known = run.berth !== null || (took !== null && doubt === null);
  const well = outcome === 'ended well' && run.alarms.length === 0 && known;
  await context.manager.update(
    Run,
    { id: run.id },
    { outcome, note, endedAt: context.now, took, learn: run.learn && well },
  );
  const ended = { kind: 'wipe' as const, onto: null, attempt: run.attempt, outcome, note };
  await noteAtJob(context, job, [{ kind: 'run ended', data: ended }]);
  return shown(context, wiping.stay);
}

/** The attempt that ended well, of which samples are read and a certificate is issued. */
export function endedWell({ attempts, certificate }: Wiping) {
  const last = attempts.at(-1);
  if (certificate) throw new Refusal(409, 'certified', 'It is wiped, and its certificate was issued.');
  if (last?.run.outcome !== 'ended well')
    throw new Refusal(
      409,
      'no-run',
      last?.run.outcome === 'running' ? 'It is being wiped: record how that ended first.' : 'It was not wiped.',
    );
  return last;
}

/** Asks the bench agent to read samples of the wiped drive at a berth; or notes why nobody does. */
export async function readWiped(
  context: CommandContext,
  tag: string,
  number: number,
  { berth, whyNot }: ReadWiped,
): Promise<WipeView> {
  const { manager, actor, now } = context;
  const { job, wiping } = await lockWiping(context, tag, number);
  const { id, read } = endedWell(wiping);
  if (berth === null) {
    if (whyNot === '') throw fieldWrong('whyNot', 'Read it at a berth, or say why it is not read.');
    // What was seen is not taken back by a word.
    if (read) throw fieldWrong('whyNot', 'It was read: what was seen stays.');
    await manager.update(Wipe, { id }, { ...NOT_ASKED, notRead: whyNot });
  } else {
    const asked = await freeBerth(context, berth, job.tag);
    if (!asked.watched) throw fieldWrong('berth', `No agent watches berth ${berth}.`);
    await manager.update(
      Wipe,
      { id },
      { berthId: asked.id, askedBy: actor.id, askedAt: now, trouble: '', notRead: '' },
    );
  }
  return shown(context, wiping.stay);
}
