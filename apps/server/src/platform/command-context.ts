import type { Role } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';

/** Who does something, and when: what every command needs to act. */
export interface CommandContext {
  manager: EntityManager;
  actor: { id: string; name: string; role: Role };
  now: Date;
  /** Wraps the keys of jobs' secrets. */
  masterKey: Buffer;
  /** Whether this is the demo: only there does what a simulation shows count. */
  demo: boolean;
}
