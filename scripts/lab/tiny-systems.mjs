import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** What a drive of the lab says on the serial line when it was started. */
export const saying = (name) => `STARTED ${name}`;

/** Systems that say that they were started and halt, for every way of starting: by name of their file in the machine. */
export function tinySystems() {
  const work = mkdtempSync(join(tmpdir(), 'tiny-'));
  try {
    const made = (format, name, modules) => {
      writeFileSync(
        join(work, 'says.cfg'),
        `serial --unit=0 --speed=115200\nterminal_output serial\necho "${saying(name)}"\nhalt\n`,
      );
      const args = ['-O', format, '-p', '/nowhere', '-c', join(work, 'says.cfg'), '-o', join(work, 'made'), ...modules];
      execFileSync('grub-mkimage', args);
      return readFileSync(join(work, 'made'));
    };
    const base = ['serial', 'terminal', 'echo', 'halt'];
    const stages = made('i386-pc', 'own', [...base, 'biosdisk']);
    const first = readFileSync('/usr/lib/grub/i386-pc/boot.img');
    return {
      'own.efi': made('x86_64-efi', 'own', base),
      'old.efi': made('x86_64-efi', 'old', base),
      'small.efi': made('i386-efi', 'own', base),
      'shim.efi': readFileSync('/usr/lib/shim/shimx64.efi.signed'),
      'signed.efi': readFileSync('/usr/lib/grub/x86_64-efi-signed/grubx64.efi.signed'),
      'grub.cfg': `serial --unit=0 --speed=115200\nterminal_output serial\necho "${saying('own')}"\nhalt\n`,
      'mbr.bin': readFileSync('/usr/lib/syslinux/mbr/mbr.bin'),
      'own.bin': sayingSector(saying('own')),
      'empty.bin': withMark(Buffer.alloc(512)),
      'first.bin': first,
      'own.img': stages,
      ...inPartition(first, stages, 2048),
      'readme.txt': 'nothing here\n',
    };
  } finally {
    rmSync(work, { recursive: true });
  }
}

/** The same stages where a partition begins: the first names that sector, the second the one behind it. */
function inPartition(first, stages, sector) {
  const [head, rest] = [Buffer.from(first), Buffer.from(stages)];
  head.writeBigUInt64LE(BigInt(sector), 0x5c);
  // The list of where the rest lies is read from the end of the stage's first sector downwards.
  rest.writeBigUInt64LE(BigInt(sector + 1), 512 - 12);
  return { 'first-gpt.bin': head, 'own-gpt.img': rest };
}

function withMark(sector) {
  sector.set([0x55, 0xaa], 510);
  return sector;
}

/** A boot sector that writes a line to the first serial port and halts. */
function sayingSector(text) {
  const sector = Buffer.alloc(512);
  sector.set([0xeb, 0x3c, 0x90]);
  // cli; xor ax,ax; mov ds,ax; mov si,text; next: lodsb; test al,al; jz end; mov ah,al
  // mov dx,0x3fd; wait: in al,dx; test al,0x20; jz wait; mov al,ah; mov dx,0x3f8; out dx,al; jmp next; end: hlt; jmp end
  const at = 0x7c00 + 0x80;
  const program = [
    ...[0xfa, 0x31, 0xc0, 0x8e, 0xd8, 0xbe, at & 0xff, at >> 8, 0xac, 0x84, 0xc0, 0x74, 0x12, 0x88, 0xc4],
    ...[0xba, 0xfd, 0x03, 0xec, 0xa8, 0x20, 0x74, 0xfb, 0x88, 0xe0, 0xba, 0xf8, 0x03, 0xee, 0xeb, 0xe9],
    ...[0xf4, 0xeb, 0xfd],
  ];
  sector.set(program, 0x3e);
  sector.set(Buffer.from(`${text}\n\0`, 'latin1'), 0x80);
  return withMark(sector);
}
