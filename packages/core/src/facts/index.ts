export * from './types';
export * from './plan-types';
export * from './target-facts';
export { READ_FROM, type FactRow } from './fact-row';
export {
  BOOKED_KEYS,
  COUNTER_KEYS,
  ENTRY_KEYS,
  FACT_KEYS,
  factRow,
  isCounterKey,
  isHeldByRun,
  isSerialKey,
  serialOf,
  stampsOfStep,
  stationOfFact,
  stepOfFact,
  tellFact,
  withWhatRests,
  type BookedKey,
  type CounterKey,
  type EntryKey,
  type SerialKey,
} from './lookup';
export { RETURN_CAUSES, type ReturnCause } from './returns';
