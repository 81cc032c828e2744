import type { Request, RequestHandler, Response } from 'express';
import type { Pool } from 'pg';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';

/** Bounds of the times of requests, seconds: what a page waits for unnoticed, noticed, and too long. */
const BOUNDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10];

/** Figures of a server for whoever watches it, in the text format of Prometheus (exposition format 0.0.4). */
export interface Metrics {
  /** Times an answer from here on; it counts under the address as it is declared, never as it was asked. */
  time: (method: string, path: string, response: Response) => void;
  serve: RequestHandler;
}

/**
 * Opens the figures of a server: its process, the pool of its database, and how long its answers took.
 *
 * @param behind how far what figures are read from is behind, seconds; null where it is the database itself
 * @param told whether whoever asks is told
 */
export function openMetrics(
  pool: Pick<Pool, 'totalCount' | 'idleCount' | 'waitingCount'>,
  behind: () => number | null,
  told: (request: Request) => boolean,
): Metrics {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const took = new Histogram({
    name: 'udrel_request_seconds',
    help: 'Time from a request to the end of its answer, by its address as declared',
    labelNames: ['method', 'path', 'status'],
    buckets: BOUNDS,
    registers: [registry],
  });
  new Gauge({
    name: 'udrel_database_connections',
    help: 'Connections of the pool, and requests that wait for one',
    labelNames: ['state'],
    registers: [registry],
    collect() {
      this.set({ state: 'busy' }, pool.totalCount - pool.idleCount);
      this.set({ state: 'idle' }, pool.idleCount);
      this.set({ state: 'waiting' }, pool.waitingCount);
    },
  });
  new Gauge({
    name: 'udrel_reporting_behind_seconds',
    help: 'How far the replica that figures are read from is behind',
    registers: [registry],
    collect() {
      this.set(behind() ?? 0);
    },
  });
  return {
    time: (method, path, response) => {
      const from = performance.now();
      response.on('finish', () =>
        took.observe({ method, path, status: response.statusCode }, (performance.now() - from) / 1000),
      );
    },
    serve: (request, response, next) => {
      if (!told(request)) return void response.sendStatus(403);
      registry
        .metrics()
        .then((text) => response.type(registry.contentType).send(text))
        .catch(next);
    },
  };
}
