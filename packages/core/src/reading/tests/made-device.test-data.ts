import { execFileSync } from 'node:child_process';
import { chmodSync, closeSync, mkdirSync, mkdtempSync, openSync, rmSync } from 'node:fs';
import { symlinkSync, truncateSync, writeFileSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { env } from 'node:process';
import { MIB } from '../../capacity';
import type { Piece } from '../../image';
import type { Reading } from '../index';

/** A probe file that tells of nothing but how it was started. */
export const BLANK: Reading = {
  kind: 'probe file',
  made: '',
  device: null,
  firmwareMode: 'UEFI',
  drives: [],
  boot: null,
  secureBoot: null,
  parts: null,
};

const PROBE = new URL('../udrel-probe.sh', import.meta.url).pathname;

/** A made-up device that the shipped probe can read: what its kernel would show, as files below a folder of its own. */
export function madeDevice() {
  const folder = mkdtempSync(join(tmpdir(), 'probe-'));
  const put = (path: string, content: string | Uint8Array) => {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), content);
  };
  return {
    folder,
    put,
    /** A drive behind a controller, with what is told of it; its bytes are `written`. */
    drive(name: string, behind: string, files: Record<string, string | Uint8Array>) {
      for (const [file, content] of Object.entries({ removable: '0', ...files }))
        put(`sys/block/${name}/${file}`, content);
      mkdirSync(join(folder, 'sys/devices', behind), { recursive: true });
      symlinkSync(`../../devices/${behind}`, join(folder, `sys/block/${name}/device`));
    },
    /** Its partitions as the kernel shows them, in sectors of 512 bytes. */
    partitions(name: string, list: readonly { startSector: number; sectors: number }[]) {
      const between = /\d$/.test(name) ? 'p' : '';
      list.forEach(({ startSector, sectors }, n) => {
        put(`sys/block/${name}/${name}${between}${n + 1}/start`, String(startSector));
        put(`sys/block/${name}/${name}${between}${n + 1}/size`, String(sectors));
      });
    },
    /** The bytes of a drive, as a file in place of the device; zeros where no piece is. */
    written(name: string, size: number, pieces: readonly Piece[]) {
      put(`dev/${name}`, '');
      truncateSync(join(folder, `dev/${name}`), size);
      const file = openSync(join(folder, `dev/${name}`), 'r+');
      for (const { offset, bytes } of pieces) writeSync(file, bytes, 0, bytes.length, offset);
      closeSync(file);
    },
    /** A variable of the firmware, with the attributes that stand before it. */
    variable(name: string, bytes: Uint8Array) {
      const path = `sys/firmware/efi/efivars/${name}-8be4df61-93ca-11d2-aa0d-00e098032b8c`;
      put(path, Uint8Array.from([7, 0, 0, 0, ...bytes]));
    },
    /** A tool of the live system that answers as told. */
    tool(name: string, script: string) {
      put(`bin/${name}`, `#!/bin/sh\n${script}\n`);
      chmodSync(join(folder, 'bin', name), 0o755);
    },
    /** What the probe prints. */
    run: (more: NodeJS.ProcessEnv = {}) =>
      execFileSync('sh', [PROBE], {
        env: {
          PATH: `${folder}/bin:${env['PATH'] ?? ''}`,
          PROBE_SYS: `${folder}/sys`,
          PROBE_DEV: `${folder}/dev`,
          ...more,
        },
        stdio: ['ignore', 'pipe', 'ignore'],
        maxBuffer: 64 * MIB,
      }).toString(),
    remove: () => rmSync(folder, { recursive: true }),
  };
}
