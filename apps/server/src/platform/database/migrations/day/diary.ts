import type { MigrationInterface, QueryRunner } from 'typeorm';
import { auditedIndex } from '../hand-over/bills';
import { AUDITED_NOW } from '../hand-over/messages';

/** How people work at the bench, when work was agreed to begin, visits that were agreed, and links to the diary. */
export class Diary1797800000000 implements MigrationInterface {
  name = 'Diary1797800000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table staff add bench_hours jsonb');
    await runner.query('alter table job add agreed_at timestamptz');
    await runner.query(`create table visit (
      id uuid primary key, number integer not null unique, customer text not null, phone text not null, wishes jsonb not null,
      at timestamptz not null, promised_at timestamptz, note text not null, state text not null, by uuid not null,
      made_at timestamptz not null, constraint "FK_e315618d0824db64e345d336681" foreign key (by) references staff (id))`);
    await runner.query(`create index visit_at on visit (at) where state = 'agreed'`);
    await runner.query(`create trigger visit_hint after insert or update on visit
      for each statement execute function hint_of('everything')`);
    await runner.query(`create table feed_link (
      id uuid primary key, staff_id uuid, digest text not null unique, made_by uuid not null, made_at timestamptz not null,
      constraint "FK_462b0f6b91a87c474a5a828ca6c" foreign key (staff_id) references staff (id),
      constraint "FK_81bd3b64b12abcf41146f185b5d" foreign key (made_by) references staff (id))`);
    await runner.query('drop index event_audited');
    await runner.query(auditedIndex([...AUDITED_NOW, 'hours set', 'bench hours set']));
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop index event_audited');
    await runner.query(auditedIndex([...AUDITED_NOW, 'hours set']));
    await runner.query('drop table feed_link');
    await runner.query('drop table visit');
    await runner.query('alter table job drop agreed_at');
    await runner.query('alter table staff drop bench_hours');
  }
}
