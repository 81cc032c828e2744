import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Every change of a setting, with who made it; what is sealed in one stays out of it. */
export class SettingChanges1798400000000 implements MigrationInterface {
  name = 'SettingChanges1798400000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table setting add column by uuid');
    await runner.query(
      'alter table setting add constraint "FK_56d9895635b6772e3d962d5e92e" foreign key (by) references staff (id)',
    );
    await runner.query(`create table setting_change (
      id bigserial primary key, key text not null, at timestamptz not null default now(), by uuid,
      before jsonb, after jsonb not null,
      constraint "FK_d027b4c4d2aac6b59726f728d55" foreign key (by) references staff (id))`);
    await runner.query('create index setting_change_key on setting_change (key, id)');
    await runner.query(`create function note_setting() returns trigger language plpgsql security definer
      set search_path = public, pg_temp as $$
      declare was jsonb := case when TG_OP = 'UPDATE' then OLD.value end;
      begin
        if NEW.key = 'set-up code' or NEW.value is not distinct from was then return null; end if;
        insert into setting_change (key, by, before, after) values (NEW.key, NEW."by",
          was #- '{mail,sealed}' #- '{text,sealed}', NEW.value #- '{mail,sealed}' #- '{text,sealed}');
        return null;
      end $$`);
    await runner.query(`create trigger setting_noted after insert or update on setting
      for each row execute function note_setting()`);
    await runner.query(`create trigger setting_change_append_only before update or delete or truncate on setting_change
      for each statement execute function refuse_change()`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop trigger setting_noted on setting');
    await runner.query('drop function note_setting');
    await runner.query('drop table setting_change');
    await runner.query('alter table setting drop column by');
  }
}
