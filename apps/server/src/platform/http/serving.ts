import type { Request } from 'express';
import type { DataSource } from 'typeorm';
import type { Metrics } from '../metrics';

/** What answering requests needs besides the request. */
export interface Serving {
  database: DataSource;
  agentToken: string;
  masterKey: Buffer;
  clock: () => Date;
  demoAllowed: (request: Request) => boolean;
  /** Whether this is the demo: only there does what a simulation shows count. */
  demo: boolean;
  /** Where answers are timed. */
  metrics: Metrics;
}
