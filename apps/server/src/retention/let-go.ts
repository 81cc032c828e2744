import type { DataSource } from 'typeorm';
import { noteAudit } from '../audit/audit';
import { eraseCustomer } from '../caller/erase';
import type { PhotoStore } from '../photos/photo-store';
import { changedRows, rows } from '../platform/database/database';
import { inTransaction } from '../platform/database/transaction';
import { Refusal } from '../platform/errors';
import { readSeller } from '../shop/seller';
import { houseActor } from '../staff/house';
import { customersOverTime, photosOverTime } from './over-their-time';
import { readRetention } from './rules';
import { packSamples } from './pack-samples';
import { thinSamples } from './thin-samples';

/** What is let go with. */
export interface LettingGo {
  database: DataSource;
  photos: PhotoStore;
  masterKey: Buffer;
  demo: boolean;
}

const NOBODY = '00000000-0000-0000-0000-000000000000';
const AT_ONCE = 200;

/** Lets go of what is over its time by the rules of the owner. Every server may: what one has done the others do not find. */
export async function letGo(given: LettingGo, now: Date): Promise<void> {
  const { database } = given;
  const { manager } = database;
  const rules = await readRetention(manager);
  await changedRows(manager, 'delete from idempotency where at < $1::timestamptz - make_interval(days => $2)', [
    now,
    rules.answersDays,
  ]);
  while ((await inTransaction(manager, (own) => packSamples(own, now))) > 0);
  while ((await inTransaction(manager, (own) => thinSamples(own, now, rules.samplesDays))) > 0);
  if (rules.photosMonths !== null) await letPhotosGo(given, now, rules.photosMonths);
  if (rules.customersMonths !== null) await letCustomersGo(given, now, rules.customersMonths);
}

async function letPhotosGo({ database, photos }: LettingGo, now: Date, months: number): Promise<void> {
  for (;;) {
    const gone = await inTransaction(database, async (manager) => {
      const over = await photosOverTime(manager, now, months, AT_ONCE);
      if (over.length === 0) return null;
      await manager.query('delete from photo where id = any($1)', [over.map(({ id }) => id)]);
      await noteAudit({ manager, now }, (await houseActor(manager, ':shop')).id, 'photographs let go', {
        count: over.length,
        months,
      });
      const contents = [...new Set(over.map(({ content }) => content))];
      // Files go where no other job and no model shows the same.
      return rows<{ content: string }>(
        manager,
        `select content from unnest($1::text[]) as content
          where not exists (select 1 from photo p where p.content = content.content)
            and not exists (select 1 from model_picture m where m.content = content.content)`,
        [contents],
      );
    });
    if (gone === null) return;
    for (const { content } of gone) await photos.drop(content);
  }
}

async function letCustomersGo(given: LettingGo, now: Date, months: number): Promise<void> {
  const { database, masterKey, demo } = given;
  const { keepYears } = await readSeller(database.manager);
  for (let after = NOBODY; ;) {
    const over = await customersOverTime(database.manager, now, { months, keepYears, after, most: AT_ONCE });
    for (const { id, name } of over) {
      await inTransaction(database, async (manager) => {
        const actor = await houseActor(manager, ':shop');
        await eraseCustomer({ manager, actor, now, masterKey, demo }, id, name);
      }).catch((error: unknown) => {
        // Who still owes, or whose things lie here, stays until that is settled.
        if (!(error instanceof Refusal)) throw error;
      });
    }
    const last = over.at(-1);
    if (!last) return;
    after = last.id;
  }
}
