import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { DataSource } from 'typeorm';
import { expect, inject, it } from 'vitest';
import { openDatabase } from '../../src/app/open-database';
import { entities } from '../../src/app/entities';
import { migrate } from '../../src/platform/database/database';
import { migrations } from '../../src/platform/database/migrations';
import { CopyPerDrive1795800000000 } from '../../src/platform/database/migrations/first/copy-per-drive';
import { NamesOfTheBench1796100000000 } from '../../src/platform/database/migrations/names-of-the-bench';
import { DrivesByRole1795970000000 } from '../../src/platform/database/migrations/first/drives-by-role';
import { SnakeNaming } from '../../src/platform/database/naming';

const estimate = (kind: string) => ({ kind, middle: 900 });
const plan = (addedSerial: string | null) => ({
  addedSerial,
  work: ['check', 'copy', 'read back'].map((kind) => ({
    about: kind === 'check' ? 'p2' : null,
    estimate: estimate(kind),
  })),
});

/** A shop as it was before a migration, filled, then brought up to date and looked at. */
async function upgraded(
  migration: (typeof migrations)[number],
  fill: (old: DataSource) => Promise<void>,
  look: (shop: DataSource) => Promise<void>,
): Promise<void> {
  const name = `old_${randomUUID().replaceAll('-', '')}`;
  const url = inject('adminUrl').replace(/postgres$/, name);
  const admin = new pg.Client(inject('adminUrl'));
  await admin.connect();
  await admin.query(`create database ${name}`);
  // Rows may refer to jobs that are not there: those do not matter here.
  await admin.query(`alter database ${name} set session_replication_role = replica`);
  const old = new DataSource({
    type: 'postgres',
    url,
    entities,
    migrations: migrations.slice(0, migrations.indexOf(migration)),
    namingStrategy: new SnakeNaming(),
    installExtensions: false,
  });
  await old.initialize();
  await old.runMigrations({ transaction: 'each' });
  await fill(old);
  await old.destroy();
  await migrate(url, entities);
  const shop = await openDatabase(url);
  await look(shop);
  await shop.destroy();
  await admin.query(`drop database ${name} with (force)`);
  await admin.end();
}

const keep = (shop: DataSource, job: string, key: string, value: unknown) =>
  shop.query(
    `insert into fact (id, job_id, key, value, origin, by, at, current)
     values (gen_random_uuid(), $1, $2, $3, 'typed', $1, now(), true)`,
    [job, key, JSON.stringify(value)],
  );

it('an older shop’s plans and copies are carried over to a copy for each drive', async () => {
  const [one, two, waiting] = [randomUUID(), randomUUID(), randomUUID()];
  await upgraded(CopyPerDrive1795800000000, fill, look);

  async function fill(old: DataSource): Promise<void> {
    await keep(old, one, 'plan', plan(null));
    for (const job of [two, waiting]) await keep(old, job, 'plan', plan('ADD'));
    for (const [job, kind] of [
      [one, 'copy'],
      [two, 'copy'],
      [two, 'check'],
    ]) {
      await old.query(
        `insert into run (id, job_id, kind, attempt, source_serial, target_serial, source_bytes, target_bytes,
                          planned_bytes, outcome, began_at, note, estimate, progress)
         values (gen_random_uuid(), $1, $2, 1, 'OLD', 'NEW', 1, 1, 1, 'ended well', now(), '', '{}', '{}')`,
        [job, kind],
      );
    }
  }

  async function look(shop: DataSource): Promise<void> {
    const runs = await shop.query('select kind, onto from run order by kind, onto');
    expect(runs).toEqual([
      { kind: 'check', onto: null },
      { kind: 'copy', onto: 'new' },
      { kind: 'copy', onto: 'new' },
    ]);
    const kept = (await shop.query(`select job_id as job, value, current from fact where key = 'plan'`)) as {
      job: string;
      value: { addedSerial: string | null; work: { onto: string | null }[] };
      current: boolean;
    }[];
    const of = (job: string) => kept.find((fact) => fact.job === job);
    for (const { value } of kept) expect(value.work.map(({ onto }) => onto)).toEqual([null, 'new', 'new']);
    expect([of(one)?.current, of(two)?.current, of(waiting)?.current]).toEqual([true, true, false]);
    expect([of(two)?.value.addedSerial, of(waiting)?.value.addedSerial]).toEqual([null, 'ADD']);
  }
});

it('an older shop’s facts of both drives have one set of keys each, and memory a stamp of its own', async () => {
  const [both, memory, drive] = [randomUUID(), randomUUID(), randomUUID()];
  await upgraded(DrivesByRole1795970000000, fill, look);

  async function fill(old: DataSource): Promise<void> {
    for (const [job, kind] of [
      [both, 'new drive beside'],
      [both, 'added drive'],
      [both, 'memory'],
      [memory, 'memory'],
      [drive, 'new drive'],
    ])
      await old.query('insert into wish (id, job_id, kind, least) values (gen_random_uuid(), $1, $2, 1)', [job, kind]);
    await keep(old, both, 'drive choice', { serial: 'NEW' });
    await keep(old, both, 'added overwrite confirmed', { serial: 'ADD' });
    await keep(old, both, 'read back', { serial: 'NEW' });
    await keep(old, both, 'fitted', { serial: 'NEW' });
    await keep(old, both, 'memory choice', { count: 2 });
    await keep(old, memory, 'fitted', { serial: '' });
    await keep(old, drive, 'fitted', { serial: 'NEW' });
    await keep(old, drive, 'plan', { planner: 1, addedSerial: null, targetSerial: 'NEW', intent: { added: [1] } });
    const event = (job: string, seq: number, kind: string, fact: string | null, data: unknown) =>
      old.query('insert into event (job_id, seq, kind, fact, data, by, at) values ($1, $2, $3, $4, $5, $1, now())', [
        ...[job, seq, kind, fact, JSON.stringify(data)],
      ]);
    await event(both, 1, 'added drive reserved', 'added choice', { serial: 'ADD' });
    await event(memory, 1, 'fact recorded', 'fitted', { key: 'fitted' });
    await event(drive, 1, 'fact recorded', 'fitted', { key: 'fitted', serial: 'NEW' });
    await event(drive, 2, 'went back', null, { facts: ['read back', 'trial start'] });
    await old.query(`insert into reservation values (gen_random_uuid(), $1, $1, 1, 'adapter', now())`, [both]);
  }

  async function look(shop: DataSource): Promise<void> {
    const facts = (await shop.query('select job_id as job, key, value from fact order by key')) as {
      job: string;
      key: string;
      value: object;
    }[];
    const of = (job: string) => facts.filter((fact) => fact.job === job).map(({ key, value }) => [key, value]);
    expect(of(both)).toEqual([
      ['added drive confirmed', { serial: 'ADD' }],
      ['memory choice', { count: 2 }],
      ['memory fitted', { modules: 2 }],
      ['new drive choice', { serial: 'NEW' }],
      ['new drive fitted', { serial: 'NEW' }],
      ['new drive read back', { serial: 'NEW' }],
    ]);
    expect(of(memory)).toEqual([['memory fitted', { modules: 1 }]]);
    expect(of(drive)).toEqual([
      ['new drive fitted', { serial: 'NEW' }],
      ['plan', { planner: 1, intent: { made: [1] } }],
    ]);
    const events = (await shop.query('select kind, fact, data from event where job_id = any ($1) order by fact, seq', [
      [both, memory, drive],
    ])) as unknown[];
    expect(events).toEqual([
      { kind: 'drive reserved', fact: 'added drive choice', data: { on: 'added', serial: 'ADD' } },
      { kind: 'fact recorded', fact: 'memory fitted', data: { key: 'memory fitted' } },
      { kind: 'fact recorded', fact: 'new drive fitted', data: { key: 'new drive fitted', serial: 'NEW' } },
      { kind: 'went back', fact: null, data: { facts: ['new drive read back', 'trial start'] } },
    ]);
    expect(await shop.query('select role from reservation')).toEqual([{ role: 'new drive adapter' }]);
  }
});

it('an older shop’s models, plans and histories are called as they are now', async () => {
  const job = randomUUID();
  await upgraded(
    NamesOfTheBench1796100000000,
    async (old) => {
      const spec = JSON.stringify({
        maker: 'Varrick',
        strip: [{ stage: 1, kind: 'screw', name: 'base screw', count: 4 }],
      });
      const id = randomUUID();
      await old.query(
        "insert into device_model (id, maker, name, code, spec, stub) values ($1, 'Varrick', 'F', 'F1', $2, false)",
        [id, spec],
      );
      await keep(old, job, 'plan', { planner: 1, intent: { elsewhere: ['p3', 'p4'], order: [] } });
      await keep(old, job, 'plan draft', { intent: { elsewhere: [], order: [] } });
      for (const [index, kind] of ['taken up', 'put down', 'strip moved', 'strip all', 'note'].entries())
        await old.query("insert into event (job_id, seq, kind, data, by, at) values ($1, $2, $3, '{}', $1, now())", [
          ...[id, index + 1, kind],
        ]);
    },
    async (shop) => {
      const [model] = (await shop.query('select spec from device_model')) as { spec: Record<string, unknown> }[];
      expect(Object.keys(model?.spec ?? {}).sort()).toEqual(['disassembly', 'maker']);
      expect(await shop.query('select value from fact order by key')).toEqual([
        { value: { planner: 1, intent: { onto: { p3: 'added', p4: 'added' }, order: [] } } },
        { value: { intent: { onto: {}, order: [] } } },
      ]);
      expect(await shop.query('select array_agg(kind order by seq) as kinds from event')).toEqual([
        { kinds: ['claimed', 'handed off', 'disassembly counted', 'whole disassembly counted', 'note'] },
      ]);
    },
  );
});
