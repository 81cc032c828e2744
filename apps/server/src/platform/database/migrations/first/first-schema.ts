import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The first schema. The statements after the tables are what entities cannot say. */
export class FirstSchema1780300800000 implements MigrationInterface {
  name = 'FirstSchema1780300800000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [...TABLES, ...BESIDES]) await runner.query(statement);
  }

  async down(): Promise<void> {
    throw new Error('the first schema is not taken back: make a new database instead');
  }
}

/** Tags and order numbers count on; the history takes nothing but new entries. */
const BESIDES = [
  `CREATE SEQUENCE job_number START 2401`,
  `CREATE SEQUENCE order_number START 1201`,
  `CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
     BEGIN RAISE EXCEPTION 'the history is append-only'; END $$`,
  `CREATE TRIGGER event_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON event
     EXECUTE FUNCTION refuse_change()`,
];

const TABLES = [
  `CREATE TABLE "staff" ("id" uuid NOT NULL, "login" text NOT NULL, "name" text NOT NULL, "initials" text NOT NULL, "role" text NOT NULL, "password_hash" text NOT NULL, "demo" boolean NOT NULL DEFAULT false, CONSTRAINT "UQ_614685aacd66c9e9c17d5d13c2e" UNIQUE ("login"), CONSTRAINT "PK_e4ee98bb552756c180aec1e854a" PRIMARY KEY ("id"))`,
  `CREATE TABLE "setting" ("key" text NOT NULL, "value" jsonb NOT NULL, CONSTRAINT "PK_1c4c95d773004250c157a744d6e" PRIMARY KEY ("key"))`,
  `CREATE TABLE "session" ("sid" text NOT NULL, "sess" jsonb NOT NULL, "expire" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_7575923e18b495ed2307ae629ae" PRIMARY KEY ("sid"))`,
  `CREATE INDEX "session_expire" ON "session"  ("expire")`,
  `CREATE TABLE "customer" ("id" uuid NOT NULL, "name" text NOT NULL, "phone" text NOT NULL, "phone_digits" text NOT NULL, "email" text NOT NULL, "created_at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_a7a13f4cacb744524e44dfdad32" PRIMARY KEY ("id"))`,
  `CREATE INDEX "customer_phone" ON "customer"  ("phone_digits")`,
  `CREATE TABLE "device_model" ("id" uuid NOT NULL, "maker" text NOT NULL, "name" text NOT NULL, "code" text NOT NULL, "spec" jsonb NOT NULL, CONSTRAINT "UQ_c7d7c6a9589908622fbb197e285" UNIQUE ("code"), CONSTRAINT "PK_0ad50a03f4778f2d1dc83386a77" PRIMARY KEY ("id"))`,
  `CREATE TABLE "device" ("id" uuid NOT NULL, "model_id" uuid NOT NULL, "customer_id" uuid NOT NULL, "serial" text NOT NULL, CONSTRAINT "PK_2dc10972aa4e27c01378dad2c72" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "device_serial" ON "device"  ("serial", "model_id")`,
  `CREATE INDEX "device_customer" ON "device"  ("customer_id")`,
  `CREATE TABLE "place" ("id" uuid NOT NULL, "code" text NOT NULL, "kind" text NOT NULL, CONSTRAINT "UQ_65b07d0905a0f43e4befd9b20b4" UNIQUE ("code"), CONSTRAINT "PK_96ab91d43aa89c5de1b59ee7cca" PRIMARY KEY ("id"))`,
  `CREATE TABLE "part" ("id" uuid NOT NULL, "kind" text NOT NULL, "maker" text NOT NULL, "name" text NOT NULL, "part_number" text NOT NULL, "spec" jsonb, "price" integer NOT NULL, "serialised" boolean NOT NULL DEFAULT false, CONSTRAINT "UQ_db89cbe876fb4aebe0f563683ba" UNIQUE ("part_number"), CONSTRAINT "PK_58888debdf048d2dfe459aa59da" PRIMARY KEY ("id"))`,
  `CREATE INDEX "part_kind" ON "part"  ("kind")`,
  `CREATE TABLE "stock" ("id" uuid NOT NULL, "part_id" uuid NOT NULL, "serial" text, "quantity" integer NOT NULL, "place_id" uuid, CONSTRAINT "stock_quantity" CHECK (quantity >= 0), CONSTRAINT "PK_092bc1fc7d860426a1dec5aa8e9" PRIMARY KEY ("id"))`,
  `CREATE INDEX "stock_part" ON "stock"  ("part_id")`,
  `CREATE UNIQUE INDEX "stock_serial" ON "stock"  ("serial") WHERE serial is not null`,
  `CREATE TABLE "reservation" ("id" uuid NOT NULL, "stock_id" uuid NOT NULL, "job_id" uuid NOT NULL, "quantity" integer NOT NULL, "role" text NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "reservation_quantity" CHECK (quantity > 0), CONSTRAINT "PK_48b1f9922368359ab88e8bfa525" PRIMARY KEY ("id"))`,
  `CREATE INDEX "reservation_job" ON "reservation"  ("job_id")`,
  `CREATE INDEX "reservation_stock" ON "reservation"  ("stock_id")`,
  `CREATE TABLE "drive" ("id" uuid NOT NULL, "serial" text NOT NULL, "maker" text NOT NULL, "name" text NOT NULL, "bytes" bigint NOT NULL, "owner" text NOT NULL, "customer_id" uuid, "part_id" uuid, "custody" text NOT NULL, CONSTRAINT "UQ_19cd811c9b00099a249254956ef" UNIQUE ("serial"), CONSTRAINT "PK_1adfe3e3a29a6adbf18521de02c" PRIMARY KEY ("id"))`,
  `CREATE TABLE "shop_order" ("id" uuid NOT NULL, "number" integer NOT NULL, "customer_id" uuid NOT NULL, "created_at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "UQ_7d409a24caf7ca19ac324aeeaca" UNIQUE ("number"), CONSTRAINT "PK_aff7956a99be3a90c1075744b6a" PRIMARY KEY ("id"))`,
  `CREATE INDEX "order_customer" ON "shop_order"  ("customer_id")`,
  `CREATE TABLE "job" ("id" uuid NOT NULL, "number" integer NOT NULL, "tag" text NOT NULL, "order_id" uuid NOT NULL, "device_id" uuid NOT NULL, "version" integer NOT NULL DEFAULT '0', "complaint" text NOT NULL, "condition" text NOT NULL, "price" integer, "booked_at" TIMESTAMP WITH TIME ZONE NOT NULL, "promised_at" TIMESTAMP WITH TIME ZONE, "closed_at" TIMESTAMP WITH TIME ZONE, "station" text NOT NULL, "next" text NOT NULL, CONSTRAINT "UQ_e9c25de93ebd0e23ef6174ce1e9" UNIQUE ("number"), CONSTRAINT "UQ_f3391621d40a951ed24850ab99c" UNIQUE ("tag"), CONSTRAINT "PK_98ab1c14ff8d1cf80d18703b92f" PRIMARY KEY ("id"))`,
  `CREATE INDEX "job_order" ON "job"  ("order_id")`,
  `CREATE INDEX "job_device" ON "job"  ("device_id")`,
  `CREATE INDEX "job_open" ON "job"  ("number") WHERE closed_at is null`,
  `CREATE TABLE "wish" ("id" uuid NOT NULL, "job_id" uuid NOT NULL, "kind" text NOT NULL, "least" bigint NOT NULL, CONSTRAINT "PK_e338d8f62014703650439326d3a" PRIMARY KEY ("id"))`,
  `CREATE INDEX "wish_job" ON "wish"  ("job_id")`,
  `CREATE TABLE "fact" ("id" uuid NOT NULL, "job_id" uuid NOT NULL, "device_id" uuid, "drive_id" uuid, "key" text NOT NULL, "value" jsonb NOT NULL, "origin" text NOT NULL, "by" uuid NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, "current" boolean NOT NULL DEFAULT false, CONSTRAINT "PK_99f436f7582af519be409af9f9a" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "fact_current" ON "fact"  ("job_id", "key") WHERE current`,
  `CREATE TABLE "strip_item" ("id" uuid NOT NULL, "job_id" uuid NOT NULL, "position" integer NOT NULL, "stage" integer NOT NULL, "kind" text NOT NULL, "name" text NOT NULL, "count" integer NOT NULL, "out_count" integer NOT NULL DEFAULT '0', "back_count" integer NOT NULL DEFAULT '0', CONSTRAINT "PK_09719a0a90720cb92a4f95de401" PRIMARY KEY ("id"))`,
  `CREATE INDEX "strip_job" ON "strip_item"  ("job_id")`,
  `CREATE TABLE "thing" ("id" uuid NOT NULL, "job_id" uuid NOT NULL, "name" text NOT NULL, "place_id" uuid, "returned_at" TIMESTAMP WITH TIME ZONE, CONSTRAINT "PK_e7757c5911e20acd09faa22d1ac" PRIMARY KEY ("id"))`,
  `CREATE INDEX "thing_job" ON "thing"  ("job_id")`,
  `CREATE TABLE "gate_override" ("id" uuid NOT NULL, "job_id" uuid NOT NULL, "gate" text NOT NULL, "reason" text NOT NULL, "by" uuid NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_7b44a210994e7d12497b9230117" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "override_gate" ON "gate_override"  ("job_id", "gate")`,
  `CREATE TABLE "event" ("job_id" uuid NOT NULL, "seq" integer NOT NULL, "kind" text NOT NULL, "data" jsonb NOT NULL, "by" uuid NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_89f4e41e0d3e471613c815e7051" PRIMARY KEY ("job_id", "seq"))`,
  `CREATE TABLE "idempotency" ("key" text NOT NULL, "staff_id" uuid NOT NULL, "route" text NOT NULL, "status" integer NOT NULL, "body" jsonb, "at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_8da44d60ab501b40e8a0d9e4661" PRIMARY KEY ("key", "staff_id"))`,
  `CREATE TABLE "berth" ("id" uuid NOT NULL, "number" integer NOT NULL, "watched" boolean NOT NULL DEFAULT false, "agent" text, "boot" text, "heard_at" TIMESTAMP WITH TIME ZONE, "simulated_speed" integer, CONSTRAINT "UQ_4c5d47356a7c8a0b2639daad86c" UNIQUE ("number"), CONSTRAINT "PK_21a43a5c8b0711e0a4c7cf9203c" PRIMARY KEY ("id"))`,
  `CREATE TABLE "run" ("id" uuid NOT NULL, "job_id" uuid NOT NULL, "kind" text NOT NULL, "attempt" integer NOT NULL, "berth_id" uuid, "source_serial" text NOT NULL, "target_serial" text NOT NULL, "planned_bytes" bigint NOT NULL, "estimate" jsonb NOT NULL, "outcome" text NOT NULL, "note" text NOT NULL, "began_at" TIMESTAMP WITH TIME ZONE NOT NULL, "ended_at" TIMESTAMP WITH TIME ZONE, "progress" jsonb NOT NULL, CONSTRAINT "PK_804c38ffba92002c6d2c646dd46" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "run_attempt" ON "run"  ("job_id", "attempt")`,
  `CREATE UNIQUE INDEX "run_open_job" ON "run"  ("job_id") WHERE outcome = 'running'`,
  `CREATE UNIQUE INDEX "run_open_berth" ON "run"  ("berth_id") WHERE outcome = 'running'`,
  `CREATE TABLE "feed" ("agent" text NOT NULL, "boot" text NOT NULL, "berth" integer NOT NULL, "run_id" uuid NOT NULL, "acknowledged" bigint NOT NULL, CONSTRAINT "PK_be1c90cb55a6e85dc12d6e24213" PRIMARY KEY ("agent", "boot", "berth", "run_id"))`,
  `CREATE TABLE "sample_chunk" ("agent" text NOT NULL, "boot" text NOT NULL, "berth" integer NOT NULL, "run_id" uuid NOT NULL, "first_seq" bigint NOT NULL, "samples" jsonb NOT NULL, CONSTRAINT "PK_5262e2ed72978fea37b797a04c7" PRIMARY KEY ("agent", "boot", "berth", "run_id", "first_seq"))`,
  `ALTER TABLE "device" ADD CONSTRAINT "FK_0ad50a03f4778f2d1dc83386a77" FOREIGN KEY ("model_id") REFERENCES "device_model"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "device" ADD CONSTRAINT "FK_6247eeee65effc12f2fbe8f8e67" FOREIGN KEY ("customer_id") REFERENCES "customer"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "stock" ADD CONSTRAINT "FK_a4dc4035c975cf0821faa30283e" FOREIGN KEY ("part_id") REFERENCES "part"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "stock" ADD CONSTRAINT "FK_8e44559b2868997c1f7d30687e4" FOREIGN KEY ("place_id") REFERENCES "place"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "reservation" ADD CONSTRAINT "FK_157a15d0e1d4373b33ad31998e7" FOREIGN KEY ("stock_id") REFERENCES "stock"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "reservation" ADD CONSTRAINT "FK_8777db3b029d260fe510ca4f3cc" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "drive" ADD CONSTRAINT "FK_5926dc409efad123a8ae9a9e4f9" FOREIGN KEY ("customer_id") REFERENCES "customer"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "drive" ADD CONSTRAINT "FK_a184028ed16f6d10311c6796a03" FOREIGN KEY ("part_id") REFERENCES "part"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "shop_order" ADD CONSTRAINT "FK_152bd940fe0b004ef6dc7e7d9b9" FOREIGN KEY ("customer_id") REFERENCES "customer"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "job" ADD CONSTRAINT "FK_5d0d2f60851aaf0a0f47ae5f889" FOREIGN KEY ("order_id") REFERENCES "shop_order"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "job" ADD CONSTRAINT "FK_a75cecbd737e27b9e1fcb1f8f6c" FOREIGN KEY ("device_id") REFERENCES "device"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "wish" ADD CONSTRAINT "FK_8e2e4e2d045c17a54a5ced278e1" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "fact" ADD CONSTRAINT "FK_098eb1f8669926b18aebe1c940f" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "fact" ADD CONSTRAINT "FK_03d209dc1693933d3ea79f516cd" FOREIGN KEY ("device_id") REFERENCES "device"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "fact" ADD CONSTRAINT "FK_a54d71ac9e7674f05a14fa74fa8" FOREIGN KEY ("drive_id") REFERENCES "drive"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "fact" ADD CONSTRAINT "FK_0f120d93c02e74c88898453eed7" FOREIGN KEY ("by") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "strip_item" ADD CONSTRAINT "FK_3c56b131e1482078c11d4fba5a8" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "thing" ADD CONSTRAINT "FK_234c76e3abf83ca73739b4cf6dc" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "thing" ADD CONSTRAINT "FK_93109e653a85923d2095949c6fd" FOREIGN KEY ("place_id") REFERENCES "place"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "gate_override" ADD CONSTRAINT "FK_2a8cb8ec340c142f79faf2b3a0d" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "gate_override" ADD CONSTRAINT "FK_b2156998688df26b9d5e83910b3" FOREIGN KEY ("by") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "event" ADD CONSTRAINT "FK_05038580fea75fe0becc1812be1" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "event" ADD CONSTRAINT "FK_3a96e1a34cf566dbd4d07dc6f8a" FOREIGN KEY ("by") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "idempotency" ADD CONSTRAINT "FK_f935aa355ad89d02b5842083f50" FOREIGN KEY ("staff_id") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "run" ADD CONSTRAINT "FK_f60ba61b252bd39ed100a8463c2" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "run" ADD CONSTRAINT "FK_1dd5a7e8f3c35d427d48ec8dd82" FOREIGN KEY ("berth_id") REFERENCES "berth"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "feed" ADD CONSTRAINT "FK_fe2363b96f9b8059ca93b13108e" FOREIGN KEY ("run_id") REFERENCES "run"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "sample_chunk" ADD CONSTRAINT "FK_35ba8c435fa46e68507258abb7c" FOREIGN KEY ("run_id") REFERENCES "run"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
];
