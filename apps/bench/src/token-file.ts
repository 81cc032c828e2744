import { accessSync, closeSync, constants, fsyncSync, openSync, readFileSync, renameSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';
import type { TokenKeeper } from './http-link';

/** The agent's token in a file that its user alone can read. */
export function tokenFile(file: string): TokenKeeper {
  let token = readFileSync(file, 'utf8').trim();
  return {
    token: () => token,
    canKeep: () => {
      try {
        accessSync(dirname(file), constants.W_OK);
        return true;
      } catch {
        return false;
      }
    },
    keep: (next) => {
      const part = openSync(`${file}.part`, 'w', 0o600);
      writeSync(part, `${next}\n`);
      fsyncSync(part);
      closeSync(part);
      renameSync(`${file}.part`, file);
      token = next;
    },
  };
}
