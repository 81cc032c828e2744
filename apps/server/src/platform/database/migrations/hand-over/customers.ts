import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Customers have an address and several numbers; what was said with them is kept in a line. */
export class Customers1797100000000 implements MigrationInterface {
  name = 'Customers1797100000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table customer
      add other_phones jsonb not null default '[]', add street text not null default '', add postcode text not null default '',
      add town text not null default '', add country text not null default '', add tax_id text not null default ''`);
    await runner.query(`create table said (
      id uuid primary key, customer_id uuid not null, job_id uuid, text text not null, by uuid not null, at timestamptz not null,
      constraint "FK_79c2b826a85844d60266faf00b8" foreign key (customer_id) references customer (id),
      constraint "FK_ded398147e5fcf8335c7664b172" foreign key (job_id) references job (id),
      constraint "FK_bceb5931347650b87be48d69a32" foreign key (by) references staff (id))`);
    await runner.query(`create trigger said_hint after insert or update or delete on said
      for each statement execute function hint_of('customers')`);
    await runner.query('create index said_customer on said (customer_id, at)');
    await runner.query('create index customer_named on customer (lower(name), id)');
    await runner.query('create index customer_since on customer (created_at, id)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop index customer_since, customer_named');
    await runner.query('drop table said');
    await runner.query(`alter table customer drop other_phones, drop street, drop postcode, drop town, drop country,
      drop tax_id`);
  }
}
