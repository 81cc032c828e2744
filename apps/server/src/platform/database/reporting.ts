import type { DataSource, EntityManager } from 'typeorm';
import { firstRow } from './database';

/** How often it is looked how far a replica is behind, ms. */
const LOOK = 5000;

/**
 * How far a replica is behind, seconds: nothing while it hears from the first and has carried out all that it heard
 * (PostgreSQL documentation, 9.27.4); else as long as its last transaction is ago.
 */
const BEHIND = `
  select case when not pg_is_in_recovery() then 0
              when exists (select 1 from pg_stat_wal_receiver)
                and pg_last_wal_receive_lsn() = pg_last_wal_replay_lsn() then 0
              else coalesce(extract(epoch from now() - pg_last_xact_replay_timestamp()), 0) end::float as behind`;

/** Where figures over all of the shop, and files of all of it, are read from. */
export interface Reporting {
  manager: () => EntityManager;
  /** How far that is behind, seconds; null where it is the database itself. */
  behind: () => number | null;
}

/** All of it from the database itself. */
export const reportingFrom = ({ manager }: DataSource): Reporting => ({ manager: () => manager, behind: () => null });

/**
 * Reads from a streaming replica while it answers, and from the database itself while it does not.
 *
 * @param url address of the replica
 * @param connect opens it; it is tried again until it is there
 * @param lost told once each time that it does not answer
 */
export function openReporting(
  main: DataSource,
  url: string,
  connect: (url: string, poolSize: number) => Promise<DataSource>,
  lost: (error: unknown) => void,
): Reporting & { look: () => Promise<void>; close: () => Promise<void> } {
  let replica: DataSource | null = null;
  let behind: number | null = null;
  let told = false;

  async function look(): Promise<void> {
    try {
      replica ??= await connect(url, 4);
      behind = (await firstRow<{ behind: number }>(replica.manager, BEHIND))?.behind ?? null;
      told = false;
    } catch (error) {
      behind = null;
      if (!told) lost(error);
      told = true;
    }
  }

  const timer = setInterval(() => void look(), LOOK);
  timer.unref();
  return {
    manager: () => (replica && behind !== null ? replica.manager : main.manager),
    behind: () => behind,
    look,
    close: async () => {
      clearInterval(timer);
      await replica?.destroy();
    },
  };
}
