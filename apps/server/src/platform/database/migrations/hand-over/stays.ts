import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What stays with us: why it lies here after its job, until when, and what became of it; rounds over the shelves. */
export class Stays1797200000000 implements MigrationInterface {
  name = 'Stays1797200000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table belonging
      add serial text not null default '', add stay text, add kept_until text, add consent boolean not null default false,
      add missing_since timestamptz, add gone_as text`);
    await runner.query('create index belonging_here on belonging (job_id) where returned_at is null');
    await runner.query(`create index belonging_due on belonging (kept_until)
      where returned_at is null and kept_until is not null`);
    await runner.query(`create index belonging_missing on belonging (missing_since)
      where returned_at is null and missing_since is not null`);
    await runner.query(`create index belonging_serial on belonging (upper(serial)) where serial <> ''`);
    await runner.query(`update belonging set gone_as = 'returned' where returned_at is not null`);
    // What nobody fetched lies here since, until the day that was noted then.
    await runner.query(`update belonging b set stay = 'not collected', kept_until = f.value ->> 'until'
      from job j join fact f on f.job_id = j.id and f.current and f.key = 'kept until'
      where b.job_id = j.id and j.closed_at is not null and j.ended_as = 'not collected' and b.returned_at is null`);
    // Where the old drive stays was a sentence: what it said stays with it.
    await runner.query(`update fact set value = jsonb_build_object(
        'as', case when value ->> 'where' like 'in the device%' then 'in the device'
                   when value ->> 'where' like 'kept here as a fallback%' then 'kept as a fallback'
                   when value ->> 'where' like 'in an enclosure%' then 'in an enclosure, returned'
                   when value ->> 'where' like 'wiped%' then 'to be wiped' else 'returned' end,
        'until', case when value ->> 'where' like 'kept here as a fallback%' then to_char(at + interval '14 days', 'YYYY-MM-DD') end,
        'place', '', 'consent', coalesce((value ->> 'consent')::boolean, false), 'note', left(value ->> 'where', 120))
      where key = 'old drive stays'`);
    await runner.query(`create table round (
      id uuid primary key, number integer not null, by uuid not null, at timestamptz not null, ended_at timestamptz,
      showed jsonb,
      constraint "FK_c7454a46ee1f195b6ed5fbb152c" foreign key (by) references staff (id))`);
    await runner.query('create unique index round_number on round (number)');
    await runner.query(`create table round_scan (
      id uuid primary key, round_id uuid not null, number integer not null, thing text not null, place text not null,
      by uuid not null, at timestamptz not null,
      constraint "FK_38e5892aa1c2b2a93a569060343" foreign key (round_id) references round (id),
      constraint "FK_989027303f88738793bcb647ab4" foreign key (by) references staff (id))`);
    await runner.query('create unique index round_scan_number on round_scan (round_id, number)');
    for (const table of ['round', 'round_scan'])
      await runner.query(`create trigger ${table}_hint after insert or update on ${table}
        for each statement execute function hint_of('stays')`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop table round_scan');
    await runner.query('drop table round');
    await runner.query(`update fact set value = jsonb_build_object('where', coalesce(nullif(value ->> 'note', ''), value ->> 'as'),
        'consent', value -> 'consent') where key = 'old drive stays'`);
    await runner.query(`alter table belonging drop serial, drop stay, drop kept_until, drop consent, drop missing_since,
      drop gone_as`);
  }
}
