import type { FittedModule } from '@udrel/core/memory';
import type { End } from '@udrel/core/steps';

/** One thing that happens to a job beside the straight path. */
export type Afterwards =
  | { act: 'memory'; modules: FittedModule[] }
  | { act: 'take up' }
  | { act: 'order'; partNumber: string; siteId: string; supplier: string; inDays: number }
  | { act: 'quote' }
  | { act: 'deposit'; amount: number; how: 'cash' | 'card' | 'transfer' }
  | { act: 'put down'; batteryOff: boolean; tried: string; next: string }
  | { act: 'end'; kind: End['kind']; reason: string }
  | { act: 'give back' }
  | { act: 'keep'; place: string; until: string };
