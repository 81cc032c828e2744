import type pg from 'pg';

/** What is said of a message that waited when the shop was kept elsewhere. */
const WHY = 'It waited when this was kept, and may have gone since: look before it goes again.';

/**
 * Messages that waited in what a shop is brought back from may have gone since: somebody looks at each before it goes again. As
 * the owner of the database.
 */
export async function askAgain(client: pg.Client): Promise<void> {
  await client.query(`update message set state = 'to look at', queued = false, why = $1 where state = 'waiting'`, [
    WHY,
  ]);
}
