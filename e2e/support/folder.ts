import { chmodSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A data folder of its own that the database's user can reach. */
export function dataFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'udrel-e2e-'));
  chmodSync(folder, 0o755);
  return folder;
}
