import type { EntityManager } from 'typeorm';

const TURN = `hashtext('udrel till')`;

/** A payment is in a count of the till that goes on, or waits for its end; any number of them go on beside one another. */
export const payInTurn = (manager: EntityManager) => manager.query(`select pg_advisory_xact_lock_shared(${TURN})`);

/** Counts the till alone: after the payments that are being taken, and before those that come. */
export const countInTurn = (manager: EntityManager) => manager.query(`select pg_advisory_xact_lock(${TURN})`);
