import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * What an event gave a value to, and which earlier ones it puts right, are fields of their own: so far the one had to
 * be read from the kind of the event, the other from what was kept with it.
 */
export class EventsTyped1795950000000 implements MigrationInterface {
  name = 'EventsTyped1795950000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table event add fact text, add corrects jsonb not null default '[]'`);
    await runner.query('alter table event disable trigger event_append_only');
    await runner.query(`
      update event set
        fact = coalesce(data ->> 'key', case kind
          when 'drive reserved' then 'drive choice'
          when 'added drive reserved' then 'added choice'
          when 'old drive moved' then 'old drive moves'
          when 'memory reserved' then 'memory choice'
          when 'plan accepted' then 'plan' end),
        corrects = coalesce(data -> 'corrects', '[]')
      where data ? 'key' or data ? 'corrects'
         or kind in ('drive reserved', 'added drive reserved', 'old drive moved', 'memory reserved', 'plan accepted')`);
    await runner.query('alter table event enable trigger event_append_only');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table event drop fact, drop corrects');
  }
}
