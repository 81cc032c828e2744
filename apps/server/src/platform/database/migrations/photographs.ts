import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Photographs of jobs, whose files lie beside the database, and the phones that may send some. */
export class Photographs1796600000000 implements MigrationInterface {
  name = 'Photographs1796600000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table photo (
      id uuid primary key, job_id uuid not null, station text not null, note text not null default '', content text not null,
      width integer not null, height integer not null, marks jsonb not null default '[]', by uuid not null,
      at timestamptz not null,
      constraint "FK_f63588d2caeafd32dc73bf3f573" foreign key (job_id) references job (id),
      constraint "FK_42fe95324a5ac4e5926c52b7601" foreign key (by) references staff (id))`);
    await runner.query('create unique index photo_job on photo (job_id, content)');
    await runner.query(`create table pairing (
      token text primary key, phone text, job_id uuid not null, station text not null, by uuid not null,
      until timestamptz not null,
      constraint "FK_92905329142d05c9b4f488f5068" foreign key (job_id) references job (id),
      constraint "FK_2d30c3be7b0033c5e6d1518949e" foreign key (by) references staff (id))`);
    await runner.query('create index pairing_job on pairing (job_id)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop table pairing');
    await runner.query('drop table photo');
  }
}
