import type { FittedModule } from '@udrel/core/memory';
import type { End } from '@udrel/core/steps';

/** One thing that happens to a job beside the straight path. */
export type Afterwards =
  | { act: 'memory'; modules: FittedModule[] }
  | { act: 'take up' }
  | { act: 'order'; partNumber: string; siteId: string; supplier: string; inDays: number }
  | { act: 'quote' }
  /** All of it is billed, with so much per cent off, and so much of it paid; nothing of it where no amount is told. */
  | { act: 'bill'; off?: number; reason?: string; paid?: number | 'all'; how?: 'cash' | 'card' | 'transfer' }
  | { act: 'credit'; amount: number; reason: string }
  | { act: 'deposit'; amount: number; how: 'cash' | 'card' | 'transfer' }
  | { act: 'put down'; batteryOff: boolean; tried: string; next: string }
  /** The drive of an earlier job failed, and is claimed of its supplier. */
  | { act: 'claim'; of: string; supplier: string; note: string }
  | { act: 'end'; kind: End['kind']; reason: string }
  | { act: 'give back' }
  | { act: 'keep'; place: string; until: string };
