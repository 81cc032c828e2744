import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What berths count each second is told by the servers, together, and not by each row: each telling holds up every other. */
export class RunsTold1798700000000 implements MigrationInterface {
  name = 'RunsTold1798700000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('drop trigger run_hint on run');
    await runner.query('drop function hint_run()');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`create function hint_run() returns trigger language plpgsql as $$
      begin
        perform pg_notify('udrel_hint', json_build_object('kind', 'run', 'tag', j.tag)::text) from job j where j.id = new.job_id;
        return null;
      end $$`);
    await runner.query(
      'create trigger run_hint after update of progress on run for each row execute function hint_run()',
    );
  }
}
