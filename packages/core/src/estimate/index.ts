export type * from './types';
export { HEALTH_GRADES, PASSES, RUN_KINDS } from './types';
export { calibrate, type Alike } from './calibrate';
export { durationDoubt, type DurationDoubt } from './plausible';
export { estimateRun, type RunWork } from './run';
export { scoreOf, type Score, type Told } from './score';
export { estimateMemoryTest, estimateWipe, type TestedMemory, type WipedDrive } from './unplanned';
export { linkStage, readStage, spins, writeStage, type ReadSource } from './stages';
