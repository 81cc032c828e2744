export type * from './types';
export { readPartitions } from './drive';
export { readBytes, readDropped } from './dropped';
export { draftModel, type ModelDraft } from './model-draft';
export {
  linkOf,
  MOST_DRIVES,
  MOST_PIECES,
  MOST_TABLES,
  MOST_VARIABLES,
  PROBE_VERSION,
  readProbeFile,
} from './probe-file';
export { proposalsOf, sameDevice, type Proposal, type ReadKey } from './proposals';
export { stateOf } from './state';
