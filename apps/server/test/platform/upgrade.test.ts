import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { DataSource } from 'typeorm';
import { expect, inject, it } from 'vitest';
import { openDatabase } from '../../src/app/open-database';
import { entities } from '../../src/app/entities';
import { migrations } from '../../src/platform/database/migrations';
import { CopyPerDrive1795800000000 } from '../../src/platform/database/migrations/copy-per-drive';
import { SnakeNaming } from '../../src/platform/database/naming';

const estimate = (kind: string) => ({ kind, middle: 900 });
const plan = (addedSerial: string | null) => ({
  addedSerial,
  work: ['check', 'copy', 'read back'].map((kind) => ({
    about: kind === 'check' ? 'p2' : null,
    estimate: estimate(kind),
  })),
});

it('an older shop’s plans and copies are carried over to a copy for each drive', async () => {
  const name = `old_${randomUUID().replaceAll('-', '')}`;
  const url = inject('adminUrl').replace(/postgres$/, name);
  const admin = new pg.Client(inject('adminUrl'));
  await admin.connect();
  await admin.query(`create database ${name}`);
  // Rows may refer to jobs that are not there: those do not matter here.
  await admin.query(`alter database ${name} set session_replication_role = replica`);
  const before = migrations.slice(0, migrations.indexOf(CopyPerDrive1795800000000));
  const old = new DataSource({
    type: 'postgres',
    url,
    entities,
    migrations: before,
    namingStrategy: new SnakeNaming(),
    installExtensions: false,
  });
  await old.initialize();
  await old.runMigrations({ transaction: 'each' });
  const [one, two, waiting] = [randomUUID(), randomUUID(), randomUUID()];
  const facts = [
    [one, plan(null)],
    [two, plan('ADD')],
    [waiting, plan('ADD')],
  ] as const;
  for (const [job, value] of facts) {
    await old.query(
      `insert into fact (id, job_id, key, value, origin, by, at, current) values (gen_random_uuid(), $1, 'plan', $2, 'typed', $1, now(), true)`,
      [job, JSON.stringify(value)],
    );
  }
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
  await old.destroy();

  const shop = await openDatabase(url);
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
  await shop.destroy();
  await admin.query(`drop database ${name} with (force)`);
  await admin.end();
});
