import {
  backUpByConsole,
  bringInByConsole,
  moveDatabase,
  openDatabase,
  restoreBackup,
} from '../../apps/server/src/app/services.ts';

/** A step of a backup or of restoring one, as the environment asks for it; its answer is one line of JSON. */
const { env } = process;
const place = { databaseUrl: env.UDREL_DATABASE_URL, programs: env.UDREL_PROGRAMS, photos: env.UDREL_PHOTOS };
const told = ({ at, rows, photos }) => ({ at, jobs: rows.job ?? 0, photos: photos.length });
const steps = {
  backup: async () => {
    const database = await openDatabase(place.databaseUrl, 2);
    const given = { ...place, backups: env.UDREL_BACKUPS };
    const { file, bytes, manifest, dropped, identity } = await backUpByConsole(database, given, new Date()).finally(
      () => database.destroy(),
    );
    return { file, bytes, identity, dropped: dropped.length, ...told(manifest) };
  },
  move: async () => {
    const { rows, photos } = await moveDatabase({
      ...{ from: env.UDREL_FROM, to: env.UDREL_TO, programs: env.UDREL_PROGRAMS, beside: env.UDREL_BESIDE },
    });
    return told({ at: new Date().toISOString(), rows, photos });
  },
  'bring-in': async () => {
    const { contents, owner } = await bringInByConsole({ ...place, file: env.UDREL_ARCHIVE });
    const rows = Object.fromEntries(contents.tables.map((table) => [table.name, table.rows]));
    return { ...told({ at: contents.madeAt, rows, photos: contents.photographs }), owner };
  },
  restore: async () => told(await restoreBackup({ ...place, file: env.UDREL_ARCHIVE, identity: env.UDREL_IDENTITY })),
};
try {
  console.log(JSON.stringify(await steps[env.UDREL_STEP]()));
} catch (error) {
  console.error(error.message);
  process.exitCode = 1;
}
