import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { defaultIntent } from '../../packages/core/src/layout';
import { OLD_DRIVE, tableOf } from '../../packages/core/src/samples';
import type { JobView } from '../../packages/contract/src/types';

interface Job {
  tag: string;
  version: number;
  snapshot: { facts: { 'new drive choice'?: { serial: string } } };
  procedure: { preparations: { id: string; run: object | null; asks: string | null }[] };
}

/** What a technician would have read of a 500 GB disk with two partitions. */
const read = (serial: string, used?: number) => ({
  'old drive': { ...OLD_DRIVE, serial },
  'partition table': tableOf(200, used),
  health: { grade: 'good', note: '' },
  before: { set: null, whyNot: 'does not start' },
});

/** A job of its own with an accepted plan, made through the interface of the server: other tests keep the demo jobs. */
export async function plannedJob(
  page: Pick<Page, 'request'>,
  serial: string,
  used?: number,
): Promise<{ tag: string; old: string; drive: string }> {
  const send = async (method: 'POST' | 'PUT', path: string, data: object): Promise<Job> => {
    const headers = { 'idempotency-key': randomUUID() };
    const response = await page.request.fetch(`/api/v1${path}`, { method, data, headers });
    if (!response.ok()) throw new Error(`${method} ${path}: ${await response.text()}`);
    return (await response.json()) as Job;
  };
  const get = async <T>(path: string) => (await (await page.request.get(`/api/v1${path}`)).json()) as T;
  const [model] = await get<{ id: string }[]>('/models?find=T15-4820');
  const [part] = (await get<{ rows: { id: string }[] }>('/parts?find=PA-C1-240-25')).rows;
  const booking = {
    customer: { id: null, name: `Customer of ${serial}`, phone: '', email: '' },
    jobs: [
      {
        device: { modelId: model?.id, stub: null, serial, place: '' },
        wishes: [{ kind: 'new drive', least: 240_057_409_536 }],
        complaint: 'slow',
        condition: '',
        leftWithUs: [],
        secrets: [],
        facts: {},
        promisedAt: null,
        price: 100_000,
      },
    ],
  };
  const { jobs } = (await send('POST', '/orders', booking)) as unknown as { jobs: [Job] };
  let [job] = jobs;
  const old = `KD7-${serial}`;
  for (const [key, value] of Object.entries(read(old, used))) {
    job = await send('PUT', `/jobs/${job.tag}/facts/${encodeURIComponent(key)}`, { version: job.version, value });
  }
  job = await send('POST', `/jobs/${job.tag}/drive`, {
    version: job.version,
    partId: part?.id,
    siteId: 'a',
    on: 'new',
  });
  const intent = defaultIntent(read(old, used)['partition table']);
  const value = { intent, route: 'new drive in an enclosure', startedFrom: 'its own system' };
  job = await send('PUT', `/jobs/${job.tag}/facts/plan%20draft`, { version: job.version, value });
  job = await send('POST', `/jobs/${job.tag}/plan`, { version: job.version });
  for (const { id, run, asks } of job.procedure.preparations) {
    const change = async (path: string, data: object) => {
      job = await send('POST', `/jobs/${job.tag}${path}`, { version: job.version, ...data });
    };
    if (run === null) await change('/preparations', { id, done: true, note: asks ?? '', switched: false });
    else {
      await change('/runs', { berth: null, ...run });
      await change('/runs/end', { outcome: 'ended well', note: '', minutes: null });
    }
  }
  return { tag: job.tag, old, drive: job.snapshot.facts['new drive choice']?.serial ?? '' };
}

/** A job as the server shows it. */
export async function jobAt(page: Page, tag: string): Promise<JobView> {
  return (await (await page.request.get(`/api/v1/jobs/${tag}`)).json()) as JobView;
}
