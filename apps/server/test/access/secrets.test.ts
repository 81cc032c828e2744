import { beforeAll, describe, expect, it } from 'vitest';
import type { JobView } from '@udrel/contract/types';
import { masterKeyOf, newJobKey, seal, unseal } from '../../src/secrets/vault';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});

const PLAIN = 'herring-gull-1961';
const withSecret = () => bookJob(shop.as.counter, stock, { secrets: [{ label: 'start-up password', text: PLAIN }] });
const show = (who: 'counter' | 'technician' | 'owner', job: JobView) =>
  shop.as[who].send<{ text: string; code: string }>('POST', `/jobs/${job.tag}/secrets/${job.secrets[0]?.id}/show`);

/** Every row of every table, as text. */
async function everything(): Promise<string> {
  const tables = (await shop.database.query("select tablename from pg_tables where schemaname = 'public'")) as {
    tablename: string;
  }[];
  const dumps = await Promise.all(
    tables.map(({ tablename }) => shop.database.query(`select t::text as row from "${tablename}" t`)),
  );
  return JSON.stringify(dumps);
}

describe('the vault', () => {
  it('opens only with the right key, the right context and untouched', () => {
    const key = newJobKey();
    const sealed = seal(key, Buffer.from(PLAIN), 'one');
    expect(unseal(key, sealed, 'one').toString()).toBe(PLAIN);
    expect(() => unseal(newJobKey(), sealed, 'one')).toThrow();
    expect(() => unseal(key, sealed, 'two')).toThrow();
    const bytes = Buffer.from(sealed, 'base64');
    bytes[bytes.length - 1] = (bytes.at(-1) ?? 0) ^ 1;
    expect(() => unseal(key, bytes.toString('base64'), 'one')).toThrow();
    expect(seal(key, Buffer.from(PLAIN), 'one')).not.toBe(sealed);
  });

  it('makes its key from the key file alone', () => {
    expect(masterKeyOf('a')).toEqual(masterKeyOf('a'));
    expect(masterKeyOf('a')).not.toEqual(masterKeyOf('b'));
  });
});

describe('a secret of a job', () => {
  it('stands nowhere in the database in the clear, not even in answers kept for repeats', async () => {
    const job = await withSecret();
    await new Work(shop.as.technician, job).post('/claim');
    expect((await show('technician', job)).body.text).toBe(PLAIN);
    const dump = await everything();
    expect(dump).toContain('start-up password');
    expect(dump).not.toContain(PLAIN);
  });

  it('is shown to who has the job in hand and to the owner, and each showing is kept', async () => {
    const job = await withSecret();
    expect((await show('counter', job)).status).toBe(403);
    expect((await show('technician', job)).body.code).toBe('not-in-hand');
    expect((await show('owner', job)).body.text).toBe(PLAIN);
    await new Work(shop.as.technician, (await shop.as.technician.get<JobView>(`/jobs/${job.tag}`)).body).post('/claim');
    expect((await show('technician', job)).body.text).toBe(PLAIN);
    const after = (await shop.as.counter.get<JobView>(`/jobs/${job.tag}`)).body;
    expect(after.secrets[0]).toMatchObject({ label: 'start-up password', shown: 2, erased: false });
    expect(after.history.filter((one) => one.kind === 'secret shown').map((one) => one.by)).toEqual([
      'The technician',
      'The owner',
    ]);
  });

  it('is gone for good when the job is closed: key, cipher text and all', async () => {
    const work = new Work(shop.as.owner, await withSecret());
    const tables = async () => {
      const [row] = await shop.database.query(
        `select (select count(*)::int from job_key where job_id = $1) as keys,
                (select count(*)::int from secret where job_id = $1 and sealed is not null) as sealed`,
        [work.job.id],
      );
      return row as { keys: number; sealed: number };
    };
    expect(await tables()).toEqual({ keys: 1, sealed: 1 });
    await work.post('/corrections/end', { correction: { what: 'end', kind: 'declined' }, reason: 'too dear' });
    await work.put('signature');
    await work.post('/close');
    expect(await tables()).toEqual({ keys: 0, sealed: 0 });
    expect(work.job.secrets[0]).toMatchObject({ erased: true });
    expect(work.job.history.some((one) => one.sentence === 'Secrets erased: 1')).toBe(true);
    expect((await show('owner', work.job)).status).toBe(409);
  });

  it('cannot be opened with another key file', async () => {
    const job = await withSecret();
    const other = seal(masterKeyOf('another shop'), newJobKey(), job.id);
    await shop.database.query('update job_key set wrapped = $2 where job_id = $1', [job.id, other]);
    expect((await show('owner', job)).body.code).toBe('key-file-other');
  });

  it('can be added later by the counter, under the same key', async () => {
    const work = new Work(shop.as.counter, await withSecret());
    await work.post('/secrets', { label: 'encryption key', text: 'second' });
    expect(work.job.secrets.map((one) => one.label).sort()).toEqual(['encryption key', 'start-up password']);
  });
});
