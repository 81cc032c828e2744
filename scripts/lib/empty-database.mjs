import pg from 'pg';

/** Drops everything that is in the database named by the environment. */
const client = new pg.Client(process.env.UDREL_DATABASE_URL);
await client.connect();
await client.query('drop schema if exists public, pgboss cascade');
await client.query('create schema public');
await client.end();
