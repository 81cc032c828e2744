import { binary } from '../capacity';
import { targetFacts } from '../facts';
import type { DeviceState } from '../inventory';
import { TAKES_OVER, TARGET_IDS, targetName } from '../layout';
import { fail, limit, pass, type Reason } from '../reason';
import { idsOf } from '../starting';
import { memoryTestOf, oldStaysAt, PROVABLE, replacesDrive, type JobSnapshot } from '../steps';
import { driveWith, judgeCounters, judgeFitted } from './drives';
import { missingParts } from './missing';
import { judgeStart } from './starts';

/** What a device says of itself after the work, held against the job and against what it said before. */
export interface Witness {
  /** What is wrong first, then what could not be told, then what is right. */
  reasons: Reason[];
  /** Checks of functions that it proves: they need not be ticked by hand. */
  proves: string[];
  /** Functions that are dead by what is missing, by name, with why. */
  dead: { name: string; why: string }[];
}

const ORDER: readonly Reason['outcome'][] = ['fail', 'limit', 'unknown', 'pass'];

/**
 * Right drives at their sites and links, whole, with every partition as planned; the start; memory as chosen; health counters;
 * and what is missing now. What neither file tells is left out: it is asked as before.
 *
 * @param functions what is checked before hand-over, as the job's checks name it
 */
export function witnessOf(
  job: JobSnapshot,
  now: DeviceState,
  before: DeviceState | null,
  functions: readonly string[],
): Witness {
  const { facts } = job;
  const fitted = TARGET_IDS.flatMap((on) => {
    const { choice, fitted: done } = targetFacts(facts, on);
    return choice && done ? [{ on, choice, ...judgeFitted(now, on, choice, facts.plan) }] : [];
  });
  const starting = startingDrive(job);
  const came = before ? driveWith(before, facts['old drive']?.serial) : null;
  const oldAsItCame = came ? idsOf(came.table) : [];
  const start = judgeStart(now, before, {
    meant: driveWith(now, starting.serial),
    meantName: starting.name,
    old: {
      ids: [...idsOf(facts['partition table']), ...oldAsItCame],
      leaves: oldStaysAt(job) === null,
    },
  });
  const old = judgeOld(job, now);
  const memory = judgeMemory(job, now, before);
  const missing = missingParts(now, before, job.disassembly);
  const counters = before ? judgeCounters(now, before) : [];
  const reasons = [
    ...fitted.flatMap((one) => one.reasons),
    ...start,
    ...old.reasons,
    ...memory,
    ...missing.map(({ reason }) => reason),
    ...counters,
  ].sort((a, b) => ORDER.indexOf(a.outcome) - ORDER.indexOf(b.outcome));
  const one = (on: string) => fitted.find((drive) => drive.on === on);
  const started = start.some(({ rule, outcome }) => rule === 'Start entry' && outcome === 'pass');
  const proven: Record<keyof typeof PROVABLE, boolean> = {
    capacity: one(TAKES_OVER)?.whole === true,
    volumes: fitted.length > 0 && fitted.every(({ asPlanned }) => asPlanned),
    oldShown: old.shown,
    startsFromNew: started && replacesDrive(job),
    addedShown: one('added')?.whole === true,
    startsAsBefore: started && !replacesDrive(job),
    memory: memory.length > 0 && memory.every(({ outcome }) => outcome === 'pass'),
    // By the stopwatch and a run alone.
    coldStarts: false,
    memoryTest: false,
  };
  const names = new Set(
    Object.entries(PROVABLE).flatMap(([key, name]) => (proven[key as keyof typeof PROVABLE] ? [name] : [])),
  );
  return {
    reasons,
    proves: functions.filter((name) => names.has(name as never)),
    dead: functions.flatMap((name) => {
      const found = missing.find((each) => each.functions.some((word) => name.toLowerCase().includes(word)));
      return found ? [{ name, why: `${found.reason.sentence} To do: ${found.reason.remedy ?? ''}.` }] : [];
    }),
  };
}

/** What of the checks is proven without a tick: by the device, where it was read again, and by its starts. */
export function provenOf(job: JobSnapshot, functions: readonly string[]): Pick<Witness, 'proves' | 'dead'> {
  const { 'device read again': again, 'device read': before = null, 'start attempts': starts } = job.facts;
  const { proves, dead } = again ? witnessOf(job, again, before, functions) : { proves: [], dead: [] };
  const cold = (starts?.attempts ?? []).filter(({ when, kind, seconds }) => {
    return when === 'after' && kind === 'cold' && seconds.usable !== undefined;
  });
  const twice = cold.length >= 2 ? functions.filter((name) => name === PROVABLE.coldStarts) : [];
  const test = memoryTestOf(job)?.outcome;
  const tested = functions.filter((name) => name === PROVABLE.memoryTest);
  return {
    proves: [...proves, ...twice, ...(test === 'ended well' ? tested : [])],
    dead: [
      ...dead,
      ...(test === 'failed' || test === 'running'
        ? tested.map((name) => ({
            name,
            why: test === 'failed' ? 'The memory test failed.' : 'The test is still running.',
          }))
        : []),
    ],
  };
}

/** The drive that the device is to start from: what takes over, else the one that it came with. */
function startingDrive(job: JobSnapshot): { serial: string | undefined; name: string } {
  const takes = replacesDrive(job) ? targetFacts(job.facts, TAKES_OVER).choice : undefined;
  return takes
    ? { serial: takes.serial, name: targetName(TAKES_OVER) }
    : { serial: job.facts['old drive']?.serial, name: 'drive that it came with' };
}

/** The old drive is out where another took over, and there where it goes on. */
function judgeOld(job: JobSnapshot, now: DeviceState): { reasons: Reason[]; shown: boolean } {
  const serial = job.facts['old drive']?.serial;
  const seen = driveWith(now, serial);
  if (!serial || !replacesDrive(job) || !job.facts['new drive fitted']) return { reasons: [], shown: false };
  if (oldStaysAt(job) !== null) {
    const refitted = job.facts['old drive refitted'] !== undefined;
    if (seen && !seen.bridged) return { reasons: [pass('Old drive', `${serial} is seen, for data`)], shown: true };
    const lost = fail('Old drive', `${serial}, which goes on for data, is not seen.`, 'look at its lead and its power');
    return { reasons: refitted ? [lost] : [], shown: false };
  }
  const still = fail('Old drive', `${serial} is still attached.`, 'take it out: both may be taken for one another');
  return { reasons: seen ? [still] : [pass('Old drive', `${serial} is out`)], shown: false };
}

function judgeMemory(job: JobSnapshot, { modules }: DeviceState, before: DeviceState | null): Reason[] {
  if (!modules) return [];
  const rule = 'Memory';
  const total = modules.reduce((sum, { bytes }) => sum + bytes, 0);
  const choice = job.facts['memory fitted'] ? job.facts['memory choice'] : undefined;
  if (!choice) {
    const was = before?.modules?.reduce((sum, { bytes }) => sum + bytes, 0);
    if (was === undefined || total >= was) return [];
    const sentence = `It sees ${binary(total)}; before it was ${binary(was)}.`;
    return [fail(rule, sentence, 'press each module in until both clips close')];
  }
  if (total < choice.total) {
    const sentence = `It sees ${binary(total)}; ${binary(choice.total)} was fitted.`;
    return [fail(rule, sentence, 'press each module in until both clips close, then one at a time')];
  }
  const slow = modules.filter(({ configured }) => configured !== null && configured < choice.speed);
  const rates = modules.flatMap(({ configured }) => (configured === null ? [] : [configured]));
  return slow.length > 0
    ? [
        limit(
          rule,
          `It runs at ${Math.min(...rates)} MT/s; ${choice.speed} were expected.`,
          'look at the profile in the firmware, and at modules of different rates',
        ),
      ]
    : [pass(rule, `${binary(total)} seen${rates.length > 0 ? `, at ${Math.min(...rates)} MT/s` : ''}`)];
}
