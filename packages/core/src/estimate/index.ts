export type * from './types';
export { HEALTH_GRADES, RUN_KINDS } from './types';
export { calibrate, type Alike } from './calibrate';
export { durationDoubt, type DurationDoubt } from './plausible';
export { estimateRun, type RunWork } from './run';
export { scoreOf, type Score, type Told } from './score';
export { estimateMemoryTest, estimateWipe, PASSES, type TestedMemory, type WipedDrive } from './unplanned';
export { linkStage, readStage, spins, writeStage, type ReadSource } from './stages';
