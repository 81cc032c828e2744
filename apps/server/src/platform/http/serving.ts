import type { Request } from 'express';
import type { DataSource } from 'typeorm';
import type { Reporting } from '../database/reporting';
import type { Metrics } from '../metrics';
import type { AgentIdentity } from './handlers';

/** What answering requests needs besides the request. */
export interface Serving {
  database: DataSource;
  /** Whose token a request from the bench carries; null where it carries none that is known. */
  agentOf: (request: Request) => Promise<AgentIdentity | null>;
  masterKey: Buffer;
  reporting: Reporting;
  clock: () => Date;
  demoAllowed: (request: Request) => boolean;
  /** Whether this is the demo: only there does what a simulation shows count. */
  demo: boolean;
  /** Where answers are timed. */
  metrics: Metrics;
}
