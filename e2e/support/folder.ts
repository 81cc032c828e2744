import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A data folder of its own that the database's user can reach. */
export function dataFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'udrel-e2e-'));
  chmodSync(folder, 0o755);
  return folder;
}

/** The same with the demo scenario in it, as it was loaded once for all paths. */
export function seededFolder(): string {
  const folder = dataFolder();
  const seeded = process.env['UDREL_E2E_SEEDED'] ?? '';
  const { status, stderr } = spawnSync('cp', ['-a', `${seeded}/.`, folder], { encoding: 'utf8' });
  if (status !== 0) throw new Error(`The loaded scenario cannot be copied: ${stderr}`);
  return folder;
}
