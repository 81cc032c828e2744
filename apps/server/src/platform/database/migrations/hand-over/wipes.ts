import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Wipes of drives that stay here: how each was done, and what samples showed afterwards. */
export class Wipes1797400000000 implements MigrationInterface {
  name = 'Wipes1797400000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table wipe (
      id uuid primary key, belonging_id uuid not null, run_id uuid not null, way text not null, tool text not null,
      hidden text not null, reallocated integer, survivor text not null, by uuid not null,
      berth_id uuid, asked_by uuid, asked_at timestamptz, trouble text not null default '',
      seen jsonb, seen_at timestamptz, seen_berth integer, not_read text not null default '', paper_id uuid,
      constraint "FK_4823319f65ae8b73aadaaf1d15d" foreign key (belonging_id) references belonging (id),
      constraint "FK_3716ba23c8ada6df54753cd5483" foreign key (run_id) references run (id),
      constraint "FK_2c688945f984bc5612f4d04e8b3" foreign key (by) references staff (id),
      constraint "FK_48d39b2212538b42773a9b713d1" foreign key (berth_id) references berth (id),
      constraint "FK_2f3469f3de393902bcacbe23e84" foreign key (asked_by) references staff (id),
      constraint "FK_d8bf0252c9576024524d9ae7c6f" foreign key (paper_id) references paper (id))`);
    await runner.query('create index wipe_belonging on wipe (belonging_id)');
    await runner.query('create unique index wipe_run on wipe (run_id)');
    await runner.query('create index wipe_asked on wipe (asked_at) where asked_at is not null');
    await runner.query(`create trigger wipe_hint after insert or update on wipe
      for each statement execute function hint_of('stays')`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop table wipe');
  }
}
