import type { JobEvent } from '@udrel/contract/events';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { sentenceOf } from '../../src/jobs/event-sentences';
import { readConfig } from '../../src/app/config';
import { refuseCrossSite } from '../../src/platform/http/cross-site';
import type { Refusal } from '../../src/platform/errors';
import { fieldWrong, gateClosed, notFound } from '../../src/platform/errors';

const folder = mkdtempSync(join(tmpdir(), 'udrel-config-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('settings', () => {
  const file = join(folder, 'secret');
  writeFileSync(file, ' abc \n');
  const env = {
    UDREL_DATABASE_URL: 'postgres://x',
    UDREL_AGENT_TOKEN_FILE: file,
    UDREL_SESSION_SECRET_FILE: file,
    UDREL_KEY_FILE: file,
    UDREL_PHOTOS: '/srv/photos',
    UDREL_BACKUPS: '/mnt/backups',
  };

  it('come from the environment, secrets from files', () => {
    expect(readConfig({ ...env, PORT: '4999', UDREL_DEMO: '0' })).toMatchObject({
      port: 4999,
      host: '127.0.0.1',
      agentToken: 'abc',
      demo: false,
      webRoot: null,
    });
  });

  it.each(Object.keys(env))('name %s when it is missing', (name) => {
    expect(() => readConfig({ ...env, [name]: '' })).toThrow(name);
  });
});

describe('refusals', () => {
  it('are problem details with a stable code', () => {
    expect(notFound('The job U-1').toProblem()).toMatchObject({
      type: 'urn:udrel:problem:not-found',
      status: 404,
      detail: 'The job U-1 is not known here.',
    });
    expect(fieldWrong('serial', 'Scan it.').toProblem().problems).toEqual([{ field: 'serial', sentence: 'Scan it.' }]);
    expect(gateClosed(['One.', 'Two.']).message).toBe('One. Two.');
  });
});

describe('writes from elsewhere', () => {
  const ask = (method: string, headers: Record<string, string>, json = true) => {
    const next = vi.fn();
    const request = { method, get: (name: string) => headers[name], is: () => (json ? 'application/json' : false) };
    refuseCrossSite(request as never, {} as never, next);
    return (next.mock.calls[0]?.[0] as Refusal | undefined)?.code ?? 'let through';
  };

  it.each([
    ['GET', { origin: 'https://elsewhere.example', host: 'here' }, 'let through'],
    ['POST', { origin: 'http://here', host: 'here' }, 'let through'],
    ['POST', { host: 'here' }, 'let through'],
    ['POST', { origin: 'http://here.elsewhere.example', host: 'here' }, 'cross-site'],
    ['POST', { origin: 'null', host: 'here' }, 'cross-site'],
    ['DELETE', { 'sec-fetch-site': 'cross-site' }, 'cross-site'],
  ])('%s with %j: %s', (method, headers, outcome) => {
    expect(ask(method, headers as Record<string, string>)).toBe(outcome);
  });

  it('must be JSON', () => {
    expect(ask('PUT', {}, false)).toBe('json-only');
    expect(ask('DELETE', {}, false)).toBe('let through');
  });
});

describe('the history in words', () => {
  it.each<[JobEvent, string]>([
    [run('run began', { berth: 3, attempt: 2 }), 'Copy began, attempt 2, berth 3'],
    [run('run began', { berth: null, onto: 'added' }), 'Copy onto the added drive began, attempt 1, timed by hand'],
    [run('run ended', { outcome: 'failed', note: 'stood still' }), 'Copy, attempt 1, failed: stood still'],
    [run('run ended', { kind: 'check', outcome: 'ended well' }), 'File-system check, attempt 1, ended well'],
    [
      { kind: 'drive reserved', data: { on: 'new', serial: 'PW-1', siteId: 'a', partId: null } },
      'Reserved PW-1 as new drive for site A',
    ],
    [{ kind: 'fact recorded', data: { key: 'new drive fitted', serial: 'PW-1' } }, 'New drive fitted: PW-1'],
    [{ kind: 'fact corrected', data: { key: 'health' } }, 'Corrected: health'],
    [
      { kind: 'went back', data: { station: 'Prove', reason: 'other drive' }, corrects: [3, 7] },
      'Back to Prove: other drive (corrects #3, #7)',
    ],
  ])('%j', (event, sentence) => {
    expect(sentenceOf(event)).toBe(sentence);
  });

  it('tells an event of a fact that is known no more by its key', () => {
    const event = { kind: 'fact recorded', data: { key: 'colour' } } as unknown as JobEvent;
    expect(sentenceOf(event)).toBe('Recorded: colour');
  });
});

function run(kind: 'run began' | 'run ended', over: object): JobEvent {
  const data = { kind: 'copy', onto: 'new', about: null, attempt: 1, changed: '', target: 'PW-1', note: '', ...over };
  return { kind, data } as unknown as JobEvent;
}
