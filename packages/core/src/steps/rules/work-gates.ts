import { copyTargets } from '../evidence/on-route';
import { amount } from '../../money';
import { disassemblyBalance } from '../../disassembly';
import { targetFacts, targetKey } from '../../facts';
import { targetName, type TargetId } from '../../layout';
import {
  copies,
  fittedHolds,
  oldSoldered,
  oldStaysAt,
  planHolds,
  refittedHolds,
  replacesDrive,
  sourceIdentified,
  wantedTargets,
  wants,
} from '../evidence/evidence';
import { memoryTestMissing } from '../evidence/memory-test';
import { owedMissing } from '../evidence/owed';
import { deadFunctions } from './function-checks';
import { unless, type GateRule } from './gate-rule';
import { preparationsOf } from '../evidence/preparations';
import { agreedPrice, jobTotal, overrideCovers, priceHolds } from './price';
import { latestRun, readBackOf, targetIdentified, targetTrusted, untoldLosses } from '../evidence/targets';
import type { JobSnapshot } from '../snapshot/types';

const always = () => true;

/** Why a drive may not be written to yet. */
function targetMissing({ facts }: JobSnapshot, on: TargetId): string {
  const { choice, identified } = targetFacts(facts, on);
  return choice !== undefined && identified?.serial === choice.serial
    ? `The ${targetName(on)} holds data: confirm by typing its serial again.`
    : `The ${targetName(on)} is not identified by its serial.`;
}

/** Why the copy onto a drive cannot be trusted; none where it can. */
function copyMissing(job: JobSnapshot, on: TargetId): string[] {
  const run = latestRun(job, on);
  const two = copyTargets(job).length > 1;
  const name = targetName(on);
  if (!run) return [two ? `Nothing has been copied onto the ${name}.` : 'Nothing has been copied.'];
  if (run.outcome === 'running')
    return [two ? `The copy onto the ${name} is still running.` : 'The copy is still running.'];
  if (targetTrusted(job, on)) return [];
  const read = readBackOf(job, on);
  if (read?.seen && !read.asPlanned) return [`The ${name} was read back and is other than planned: it is not trusted.`];
  const lost = untoldLosses(job, on);
  if (lost.length > 0) return [`Lost in the copy, and nobody has acknowledged it: ${lost.join(', ')}.`];
  if (read?.seen)
    return [`The ${name} was read back, but its contents were not compared, and the copy did not end as it should.`];
  if (run.short && run.outcome === 'ended well')
    return [`The berth counted less than was planned: the ${name} is not trusted until it is read back.`];
  return [
    run.alarmed && run.outcome !== 'failed'
      ? `Something was seen during the copy that should not be: the ${name} is not trusted until it is read back.`
      : `The last attempt did not end well: the ${name} is not trusted until it is copied again or read back.`,
  ];
}

/** What is not proven yet of an old drive that goes on in the device. */
function refitMissing({ facts }: JobSnapshot): string {
  const refitted = facts['old drive refitted'];
  return refitted && !refitted.startsFromNew
    ? `With the old drive attached it does not start from the new one: ${refitted.note || 'no reason noted'}.`
    : 'The old drive, which goes on for data, is not attached again.';
}

/** The gates of doing the work. */
export const WORK_GATES: readonly GateRule[] = [
  {
    id: 'assessed',
    station: 'Assess',
    title: 'Assessed and measured before anything changes',
    overridableBy: 'technician',
    applies: always,
    missing: (job) => [
      ...(copies(job)
        ? [
            ...unless(job.facts['old drive'] !== undefined, 'The old drive is not read.'),
            ...unless(job.facts['partition table'] !== undefined, 'Its partitions are not read.'),
            ...unless(job.facts.health !== undefined, 'Its health is not graded.'),
          ]
        : []),
      ...(wants(job, 'memory') ? unless(job.facts.memory !== undefined, 'The memory fitted is not read.') : []),
      ...unless(job.facts.before !== undefined, 'Nothing was measured before: after the swap it is too late.'),
    ],
  },
  {
    id: 'reserved',
    station: 'Match',
    title: 'Parts reserved',
    overridableBy: null,
    applies: always,
    missing: (job) => [
      ...wantedTargets(job).flatMap((on) =>
        unless(job.facts[targetKey(on, 'choice')] !== undefined, `The ${targetName(on)} is not reserved.`),
      ),
      ...(wants(job, 'memory') ? unless(job.facts['memory choice'] !== undefined, 'No memory is reserved.') : []),
    ],
  },
  {
    id: 'described',
    station: 'Assess',
    title: 'The device is described',
    overridableBy: null,
    applies: (job) => !job.modelKnown,
    missing: () => ['Its model is only a name: choose the right model, or read in its model file.'],
  },
  {
    id: 'price agreed',
    station: 'Match',
    title: 'Price agreed with the customer',
    overridableBy: 'technician',
    applies: always,
    covered: overrideCovers,
    missing: (job) => {
      if (priceHolds(job)) return [];
      const agreed = agreedPrice(job);
      return [
        agreed
          ? `It costs ${amount(jobTotal(job))}, tax included; agreed is ${amount(agreed.amount)} (${agreed.how}): ask the customer.`
          : `It costs ${amount(jobTotal(job))}, tax included, and nobody has agreed to it: ask the customer.`,
      ];
    },
  },
  {
    id: 'planned',
    station: 'Plan',
    title: 'Copy plan accepted',
    overridableBy: null,
    applies: copies,
    missing: (job) => {
      if (job.facts.plan === undefined) return ['The copy plan is not accepted.'];
      return unless(planHolds(job), 'The drives or partitions changed since the plan was accepted: accept it again.');
    },
  },
  {
    id: 'prepared',
    station: 'Plan',
    title: 'Prepared',
    overridableBy: 'technician',
    applies: (job) => copies(job) || wants(job, 'fresh installation'),
    missing: (job) => {
      const open = preparationsOf(job).filter(({ done }) => !done);
      return unless(open.length === 0, `Not seen to: ${open.map(({ title }) => title).join('; ')}.`);
    },
  },
  {
    id: 'identified',
    station: 'Copy',
    title: 'Drives identified by serial',
    overridableBy: null,
    applies: copies,
    missing: (job) => [
      ...unless(sourceIdentified(job), 'The old drive is not identified by its serial.'),
      ...copyTargets(job).flatMap((on) => unless(targetIdentified(job, on), targetMissing(job, on))),
    ],
  },
  {
    id: 'copied',
    station: 'Copy',
    title: 'A copy that ended well',
    overridableBy: 'owner',
    applies: copies,
    missing: (job) => copyTargets(job).flatMap((on) => copyMissing(job, on)),
  },
  {
    id: 'read back',
    station: 'Copy',
    title: 'Read back against the plan',
    overridableBy: 'technician',
    applies: copies,
    missing: (job) =>
      copyTargets(job).flatMap((on) =>
        unless(readBackOf(job, on) !== null, `The ${targetName(on)} was not read back against the plan.`),
      ),
  },
  {
    id: 'started',
    station: 'Prove',
    title: 'Trial start before closing up',
    overridableBy: 'technician',
    applies: always,
    missing: (job) => {
      const trial = job.facts['trial start'];
      const other = wantedTargets(job).find((on) => job.facts[targetKey(on, 'fitted')] && !fittedHolds(job, on));
      if (other) return [`What is fitted is not the ${targetName(other)} that is reserved now.`];
      if (!trial) return ['No trial start with the cover still loose.'];
      if (!trial.started)
        return [`The device did not start: ${trial.note.replace(/[.\s]+$/, '') || 'no reason noted'}.`];
      return unless(
        trial.oldDriveDetached || oldSoldered(job),
        'It was started with the old drive attached: start it without.',
      );
    },
  },
  {
    id: 'balanced',
    station: 'Swap',
    title: 'Everything that came out is back',
    overridableBy: 'technician',
    applies: (job) => job.disassembly.length > 0,
    missing: (job) => disassemblyBalance(job.disassembly).sentences,
  },
  {
    id: 'measured',
    station: 'Prove',
    title: 'Measured after',
    overridableBy: 'technician',
    applies: always,
    missing: ({ facts }) => unless(facts.after !== undefined, 'Nothing was measured after.'),
  },
  {
    id: 'functions',
    station: 'Prove',
    title: 'Every function works',
    overridableBy: 'technician',
    applies: always,
    missing: (job) => {
      const { functions } = job.facts;
      const open = [...memoryTestMissing(job), ...owedMissing(job)];
      if (!functions) return ['The functions are not checked.', ...open];
      const dead = deadFunctions(job)
        .filter(({ cameSo }) => !cameSo)
        .map(({ name }) => name);
      return [...unless(dead.length === 0, `Not working: ${dead.join(', ')}.`), ...open];
    },
  },
  {
    id: 'old drive placed',
    station: 'Hand over',
    title: 'Old drive accounted for',
    overridableBy: 'technician',
    applies: replacesDrive,
    missing: (job) => [
      ...(oldStaysAt(job) === null ? [] : unless(refittedHolds(job), refitMissing(job))),
      ...unless(job.facts['old drive stays'] !== undefined, 'It is not noted where the old drive stays.'),
    ],
  },
  {
    id: 'signed',
    station: 'Hand over',
    title: 'Document given and signed',
    overridableBy: 'technician',
    applies: always,
    missing: ({ facts }) => [
      ...unless(facts['document given']?.given === true, 'The customer has no document yet.'),
      ...unless(facts.signature !== undefined, 'It is not signed.'),
    ],
  },
];
