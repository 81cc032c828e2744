import { backUp, makeBackupKey, restoreBackup } from '../../apps/server/src/app/services.ts';

/** A step of a backup or of restoring one, as the environment asks for it; its answer is one line of JSON. */
const { env } = process;
const place = { databaseUrl: env.UDREL_DATABASE_URL, programs: env.UDREL_PROGRAMS, photos: env.UDREL_PHOTOS };
const told = ({ at, rows, photos }) => ({ at, jobs: rows.job ?? 0, photos: photos.length });
const steps = {
  key: makeBackupKey,
  backup: async () => {
    const { file, bytes, manifest, dropped } = await backUp({
      ...place,
      to: env.UDREL_BACKUPS,
      keep: { days: Number(env.UDREL_BACKUP_DAYS), weeks: Number(env.UDREL_BACKUP_WEEKS) },
      recipient: env.UDREL_RECIPIENT,
      now: new Date(),
    });
    return { file, bytes, dropped: dropped.length, ...told(manifest) };
  },
  restore: async () => told(await restoreBackup({ ...place, file: env.UDREL_ARCHIVE, identity: env.UDREL_IDENTITY })),
};
try {
  console.log(JSON.stringify(await steps[env.UDREL_STEP]()));
} catch (error) {
  console.error(error.message);
  process.exitCode = 1;
}
