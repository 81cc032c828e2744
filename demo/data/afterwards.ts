import type { FittedModule } from '@udrel/core/memory';
import type { End } from '@udrel/core/steps';

/** One thing that happens to a job beside the straight path. */
export type Afterwards =
  | { act: 'memory'; modules: FittedModule[] }
  | { act: 'take up' }
  | { act: 'put down'; batteryOff: boolean; tried: string; next: string }
  | { act: 'end'; kind: End['kind']; reason: string }
  | { act: 'give back' }
  | { act: 'keep'; place: string; until: string };
