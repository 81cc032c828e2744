import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Ends, holding, secrets, labels, PINs, sessions by account, audit, and hints of what changed. */
export class AroundThePath1780560000000 implements MigrationInterface {
  name = 'AroundThePath1780560000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [...TABLES, ...CARRIED_OVER, ...BESIDES]) await runner.query(statement);
  }

  async down(): Promise<void> {
    throw new Error('this schema is not taken back: restore a backup instead');
  }
}

/** What was there before gets its place in the new columns. */
const CARRIED_OVER = [
  `UPDATE thing t SET number = n.number
     FROM (SELECT id, row_number() OVER (PARTITION BY job_id ORDER BY name, id) AS number FROM thing) n
    WHERE n.id = t.id`,
  `INSERT INTO thing (id, job_id, number, name, returned_at)
     SELECT gen_random_uuid(), id, 0, 'the device', closed_at FROM job`,
  `CREATE UNIQUE INDEX "thing_number" ON "thing"  ("job_id", "number")`,
  `UPDATE session SET staff_id = s.id FROM staff s WHERE s.id::text = session.sess ->> 'staffId'`,
];

/** What entities cannot say. A hint names what changed and carries no content. */
const BESIDES = [
  `CREATE SEQUENCE stub_number`,
  `CREATE TRIGGER audit_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON audit
     EXECUTE FUNCTION refuse_change()`,
  `CREATE FUNCTION hint_job() RETURNS trigger LANGUAGE plpgsql AS $$
     BEGIN
       PERFORM pg_notify('udrel_hint', json_build_object('kind', 'job', 'tag', NEW.tag, 'version', NEW.version)::text);
       RETURN NULL;
     END $$`,
  `CREATE TRIGGER job_hint AFTER UPDATE OF version ON job FOR EACH ROW EXECUTE FUNCTION hint_job()`,
  `CREATE FUNCTION hint_run() RETURNS trigger LANGUAGE plpgsql AS $$
     BEGIN
       PERFORM pg_notify('udrel_hint', json_build_object('kind', 'run', 'tag', j.tag)::text)
          FROM job j WHERE j.id = NEW.job_id;
       RETURN NULL;
     END $$`,
  `CREATE TRIGGER run_hint AFTER UPDATE OF progress ON run FOR EACH ROW EXECUTE FUNCTION hint_run()`,
  `CREATE FUNCTION hint_of() RETURNS trigger LANGUAGE plpgsql AS $$
     BEGIN
       PERFORM pg_notify('udrel_hint', json_build_object('kind', TG_ARGV[0])::text);
       RETURN NULL;
     END $$`,
  ...['stock', 'reservation', 'part'].map((table) => hintOf(table, 'shelf')),
  hintOf('device_model', 'models'),
  hintOf('customer', 'customers'),
];

function hintOf(table: string, kind: string): string {
  return `CREATE TRIGGER ${table}_hint AFTER INSERT OR UPDATE OR DELETE ON ${table}
     FOR EACH STATEMENT EXECUTE FUNCTION hint_of('${kind}')`;
}

const TABLES = [
  `DROP INDEX "thing_job"`,
  `CREATE TABLE "job_key" ("job_id" uuid NOT NULL, "wrapped" text NOT NULL, CONSTRAINT "PK_80632eb208e310fa529cb2fcf8c" PRIMARY KEY ("job_id"))`,
  `CREATE TABLE "secret" ("id" uuid NOT NULL, "job_id" uuid NOT NULL, "label" text NOT NULL, "sealed" text, "by" uuid NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, "shown" integer NOT NULL DEFAULT '0', CONSTRAINT "PK_6afa4961954e17ec2d6401afc3d" PRIMARY KEY ("id"))`,
  `CREATE INDEX "secret_job" ON "secret"  ("job_id")`,
  `CREATE TABLE "audit" ("id" uuid NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, "by" uuid, "kind" text NOT NULL, "data" jsonb NOT NULL, CONSTRAINT "PK_1d3d120ddaf7bc9b1ed68ed463a" PRIMARY KEY ("id"))`,
  `CREATE INDEX "audit_at" ON "audit"  ("at", "id")`,
  `CREATE TABLE "sign_in_try" ("id" uuid NOT NULL, "subject" text NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_8f911c3a8deec9150d874da1605" PRIMARY KEY ("id"))`,
  `CREATE INDEX "try_subject" ON "sign_in_try"  ("subject", "at")`,
  `ALTER TABLE "staff" ADD "pin_hash" text`,
  `ALTER TABLE "staff" ADD "active" boolean NOT NULL DEFAULT true`,
  `ALTER TABLE "session" ADD "staff_id" uuid`,
  `ALTER TABLE "session" ADD "begun_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now()`,
  `ALTER TABLE "session" ADD "seen_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now()`,
  `ALTER TABLE "device_model" ADD "stub" boolean NOT NULL DEFAULT false`,
  `ALTER TABLE "job" ADD "ended_as" text`,
  `ALTER TABLE "job" ADD "guarantee_until" TIMESTAMP WITH TIME ZONE`,
  `ALTER TABLE "job" ADD "taken_by" uuid`,
  `ALTER TABLE "job" ADD "taken_at" TIMESTAMP WITH TIME ZONE`,
  `ALTER TABLE "job" ADD "put_down_by" uuid`,
  `ALTER TABLE "job" ADD "put_down" jsonb`,
  `ALTER TABLE "thing" ADD "number" integer NOT NULL DEFAULT '0'`,
  `CREATE INDEX "session_staff" ON "session"  ("staff_id")`,
  `CREATE INDEX "thing_place" ON "thing"  ("place_id")`,
  `ALTER TABLE "session" ADD CONSTRAINT "FK_3fc7f914ebdcf2bd398d68f8d96" FOREIGN KEY ("staff_id") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "job" ADD CONSTRAINT "FK_67cc445939bf4350af419c9a6a3" FOREIGN KEY ("taken_by") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "job" ADD CONSTRAINT "FK_35617013dff74a4d3bc889e3d12" FOREIGN KEY ("put_down_by") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "job_key" ADD CONSTRAINT "FK_80632eb208e310fa529cb2fcf8c" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "secret" ADD CONSTRAINT "FK_76b56db6c2d87e34b8a1fbeebac" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "secret" ADD CONSTRAINT "FK_92f1981ebbecf476b049ce7b509" FOREIGN KEY ("by") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "audit" ADD CONSTRAINT "FK_d2ef20693785a4575b0213c5fdd" FOREIGN KEY ("by") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
];
