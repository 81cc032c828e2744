import { disassemblyBalance } from '../../disassembly';
import { owedMissing } from '../evidence/owed';
import { comesOut, putBackHolds, stripped, touched } from './end-rules';
import { unless, type GateRule } from './gate-rule';

/** The gates of an end without work. */
export const END_GATES: readonly GateRule[] = [
  {
    id: 'balanced',
    station: 'Swap',
    title: 'Everything that came out is back',
    overridableBy: 'technician',
    applies: (job) => stripped(job) || comesOut(job),
    missing: (job) => [
      ...unless(!comesOut(job) || putBackHolds(job), 'What was fitted is still in the device.'),
      ...disassemblyBalance(job.disassembly).sentences,
    ],
  },
  {
    id: 'as it came',
    station: 'Prove',
    title: 'Starts as it came',
    overridableBy: 'technician',
    applies: touched,
    missing: (job) => {
      const seen = job.facts['as it came'];
      if (!seen) return ['It was worked on, and nobody has seen whether it starts as it came.', ...owedMissing(job)];
      const dead = `It does not start as it came: ${seen.note || 'no reason noted'}.`;
      return [...unless(seen.starts, dead), ...owedMissing(job)];
    },
  },
  {
    id: 'given back',
    station: 'Hand over',
    title: 'Everything given back and signed',
    overridableBy: 'technician',
    applies: (job) => job.end?.kind !== 'not collected',
    missing: ({ facts }) => unless(facts.signature !== undefined, 'Nobody has signed for it.'),
  },
  {
    id: 'kept',
    station: 'Hand over',
    title: 'Kept on record',
    overridableBy: null,
    applies: (job) => job.end?.kind === 'not collected',
    missing: ({ facts }) =>
      unless(facts['kept until'] !== undefined, 'It is not noted where it is kept, and until when.'),
  },
];
