import { TARGET_IDS, targetName, type TargetId } from '../layout';

export const STATIONS = ['Book in', 'Assess', 'Match', 'Plan', 'Copy', 'Swap', 'Prove', 'Hand over'] as const;
export type Station = (typeof STATIONS)[number];

/** The steps of all procedures, and the station at which each is done; a job has those that its wishes and its end ask for. */
export const STEPS = {
  'book in': 'Book in',
  'describe device': 'Assess',
  'read drive': 'Assess',
  'grade health': 'Assess',
  'read memory': 'Assess',
  'measure before': 'Assess',
  ...eachTarget('reserve', 'Match'),
  'reserve memory': 'Match',
  'receive part': 'Match',
  'agree price': 'Match',
  'accept plan': 'Plan',
  prepare: 'Plan',
  identify: 'Copy',
  'begin copy': 'Copy',
  'end copy': 'Copy',
  'tell losses': 'Copy',
  'read back': 'Copy',
  'strip down': 'Swap',
  'tell inside': 'Swap',
  ...eachTarget('fit', 'Swap'),
  'fit memory': 'Swap',
  install: 'Copy',
  'outside start': 'Prove',
  'test memory': 'Prove',
  'repair start': 'Prove',
  'trial start': 'Prove',
  'grow volume': 'Prove',
  'bring files': 'Prove',
  'owed back': 'Prove',
  'refit old': 'Swap',
  'close up': 'Swap',
  'measure after': 'Prove',
  'check functions': 'Prove',
  'find cause': 'Prove',
  'place old drive': 'Hand over',
  'place modules': 'Hand over',
  'give document': 'Hand over',
  sign: 'Hand over',
  'put back': 'Swap',
  'see as it came': 'Prove',
  'give back': 'Hand over',
  keep: 'Hand over',
  'close job': 'Hand over',
} as const satisfies Record<string, Station>;
export type StepId = keyof typeof STEPS;

/** The same step for each of the drives that go in. */
function eachTarget<V extends string>(verb: V, station: Station) {
  return Object.fromEntries(TARGET_IDS.map((on) => [`${verb} ${targetName(on)}`, station])) as Record<
    `${V} ${TargetId} drive`,
    Station
  >;
}
