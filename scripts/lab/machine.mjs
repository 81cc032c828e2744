import { execFileSync, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  copyFileSync,
  cpSync,
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { ROOT } from '../lib/run.mjs';
import { MAKERS } from './packages.mjs';

/** What is unpacked and put together once is kept here. */
const CACHE = join(ROOT, '.cache', 'lab');
export const OVMF = '/usr/share/OVMF';

/** Drivers of controllers and consoles, and file systems that are mounted while a drive is filled. */
const MODULES = [
  ...['virtio_pci', 'virtio_console', 'ahci', 'sd_mod', 'nvme', 'xhci_pci', 'usb_storage', 'uas', 'efivarfs', 'loop'],
  ...['ext4', 'xfs', 'btrfs', 'fuse', 'vfat', 'nls_cp437', 'nls_ascii', 'nls_iso8859_1', 'exfat'],
  ...['virtio_net', 'md_mod', 'raid1', 'dm_mod', 'dm_crypt', 'crc32c_generic'],
];

const sh = (command, args, more = {}) => execFileSync(command, args, { maxBuffer: 64 * 1024 * 1024, ...more });

/**
 * The kernel of Debian's current package, unpacked and not installed, and a root with its modules, the small base
 * utilities and the makers of drives. Made once, then kept.
 * @returns paths of kernel and root
 */
export async function prepareMachine() {
  const kernel = join(CACHE, 'vmlinuz');
  const root = join(CACHE, 'root.cpio.gz');
  const mark = join(CACHE, 'made-of');
  const madeOf = digestOf('machine.mjs', 'packages.mjs', 'guest-init.sh');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === madeOf) return { kernel, root };
  rmSync(CACHE, { recursive: true, force: true });
  const [unpacked, tree] = [join(CACHE, 'kernel'), join(CACHE, 'root')];
  mkdirSync(unpacked, { recursive: true });
  const image = String(sh('apt-cache', ['depends', 'linux-image-amd64'])).match(/linux-image-[\d.]+-\d+-amd64/)?.[0];
  if (!image) throw new Error('The package linux-image-amd64 is not known here: run apt-get update.');
  console.log(`Unpacking ${image} …`);
  sh('apt-get', ['download', '-qq', image], { cwd: CACHE });
  const archive = readdirSync(CACHE).find((name) => name.endsWith('.deb'));
  sh('dpkg-deb', ['-x', join(CACHE, archive), unpacked]);
  const [version] = readdirSync(join(unpacked, 'lib', 'modules'));
  sh('depmod', ['-b', unpacked, version]);
  layRoot(tree);
  const needed = String(sh('modprobe', ['-d', unpacked, '-S', version, '-a', '--show-depends', ...MODULES]));
  for (const [, path] of needed.matchAll(/^insmod (\S+)/gm)) {
    const within = path.slice(path.indexOf('/lib/modules/'));
    mkdirSync(dirname(join(tree, within)), { recursive: true });
    copyFileSync(path, join(tree, within));
  }
  const order = [...needed.matchAll(/^insmod \S*(\/lib\/modules\/\S+)/gm)].map(([, path]) => path);
  writeFileSync(join(tree, 'modules'), `${[...new Set(order)].join('\n')}\n`);
  await pack(tree, root);
  copyFileSync(join(unpacked, 'boot', `vmlinuz-${version}`), kernel);
  rmSync(unpacked, { recursive: true });
  rmSync(join(CACHE, archive));
  writeFileSync(mark, madeOf);
  return { kernel, root };
}

/** What the machine is put together by: altered, it is made anew. */
function digestOf(...names) {
  const hash = createHash('sha256');
  for (const name of names) hash.update(readFileSync(new URL(name, import.meta.url)));
  return hash.digest('hex');
}

/** The base utilities, the makers of drives with the libraries that they need, and what is done first. */
function layRoot(tree) {
  for (const folder of ['bin', 'dev', 'proc', 'sys', 'tmp', 'm', 'run/lock', 'etc', 'lab']) {
    mkdirSync(join(tree, folder), { recursive: true });
  }
  copyFileSync('/bin/busybox', join(tree, 'bin', 'busybox'));
  for (const name of String(sh('/bin/busybox', ['--list']))
    .trim()
    .split('\n')) {
    if (name !== 'busybox') symlinkSync('busybox', join(tree, 'bin', name));
  }
  const lay = layer(tree);
  Object.keys(MAKERS).forEach(lay);
  for (const settings of ['/etc/mke2fs.conf']) if (existsSync(settings)) lay(settings);
  copyFileSync(new URL('guest-init.sh', import.meta.url).pathname, join(tree, 'init'));
  sh('chmod', ['755', join(tree, 'init')]);
}

/** Lays programs and what they are linked against into a tree, each once. */
function layer(tree) {
  const laid = new Set();
  const copy = (path) => {
    if (laid.has(path)) return;
    laid.add(path);
    mkdirSync(dirname(join(tree, path)), { recursive: true });
    cpSync(path, join(tree, path), { dereference: true });
  };
  return (program) => {
    copy(program);
    const libraries = String(sh('sh', ['-c', `ldd ${program} || true`], { stdio: ['ignore', 'pipe', 'ignore'] }));
    for (const [, library] of libraries.matchAll(/(\/\S+\.so\S*)/g)) copy(library);
  };
}

/** A folder as an archive that the kernel unpacks. */
async function pack(folder, into) {
  const files = spawn('sh', ['-c', 'find . | cpio -o -H newc --quiet'], { cwd: folder });
  await pipeline(files.stdout, createGzip(), createWriteStream(into));
}

/**
 * Starts the machine with drives, runs a script in it and answers what that wrote; ends with the machine.
 * @param given `drives`: those of the machine as arguments of the emulator; `firmware`: `UEFI` or `legacy`; `files`:
 * what lies under `/lab`, among it `run.sh`; `programs`: further ones that it calls; `more`: further arguments of the
 * emulator, in place of no network; `seconds`: how long it may take
 */
export async function runMachine({ kernel, root }, { drives, firmware, files, seconds, work, programs = [], more }) {
  const [own, both, told] = ['own.cpio.gz', 'initrd', 'told'].map((name) => join(work, name));
  const folder = join(work, 'files');
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(join(folder, 'lab'), { recursive: true });
  for (const [name, text] of Object.entries(files)) writeFileSync(join(folder, 'lab', name), text);
  programs.forEach(layer(folder));
  await pack(folder, own);
  await pipeline(createReadStream(root), createWriteStream(both));
  await pipeline(createReadStream(own), createWriteStream(both, { flags: 'a' }));
  const variables = join(work, 'variables.fd');
  if (firmware === 'UEFI') copyFileSync(`${OVMF}/OVMF_VARS_4M.fd`, variables);
  const flash = (file, more) => ['-drive', `if=pflash,format=raw,file=${file}${more}`];
  const args = [
    ...['-machine', 'q35', '-accel', 'tcg', '-m', '2048', '-smp', '2', '-nodefaults', '-no-reboot'],
    ...['-display', 'none', '-serial', `file:${join(work, 'console')}`],
    ...(more ?? ['-net', 'none']),
    ...(firmware === 'UEFI' ? [...flash(`${OVMF}/OVMF_CODE_4M.fd`, ',readonly=on'), ...flash(variables, '')] : []),
    ...['-smbios', 'type=1,manufacturer=Ostrel,product=T15-4820,serial=T15-4820-66'],
    ...['-kernel', kernel, '-initrd', both, '-append', 'console=ttyS0 quiet panic=-1'],
    ...['-device', 'virtio-serial-pci', '-chardev', `file,id=told,path=${told}`],
    ...['-device', 'virtserialport,chardev=told,name=told'],
    ...drives,
  ];
  const machine = spawn('qemu-system-x86_64', args, { stdio: ['ignore', 'inherit', 'inherit'] });
  const late = setTimeout(() => machine.kill(), seconds * 1000);
  await new Promise((resolve) => machine.on('close', resolve));
  clearTimeout(late);
  const text = existsSync(told) ? readFileSync(told, 'utf8') : '';
  if (!text.trimEnd().endsWith('END')) {
    const console = readFileSync(join(work, 'console'), 'utf8').slice(-1500);
    throw new Error(`The machine broke off.\n${text.slice(-1500)}\n${console}`);
  }
  return text.trimEnd().slice(0, -'END'.length);
}

/** Drives as arguments: each a raw file at a controller of its kind. */
export function attached(drives) {
  const sata = drives.filter(({ bus }) => bus === 'sata');
  const usb = drives.filter(({ bus }) => bus === 'usb');
  const controllers = Math.ceil(sata.length / 6);
  return [
    ...Array.from({ length: controllers }, (_none, n) => ['-device', `ich9-ahci,id=ahci${n}`]).flat(),
    ...['-device', 'qemu-xhci,id=xhci,p2=15,p3=15'],
    ...drives.flatMap(({ name, file, bus, serial, sector = 512, faulty, node: given }, n) => {
      const id = `drive${n}`;
      const place = sata.findIndex((one) => one.name === name);
      const node = given
        ? given(id, file)
        : faulty
          ? `driver=raw,node-name=${id},file.driver=blkdebug,file.image.driver=file,file.image.filename=${file},file.inject-error.0.event=read_aio,file.inject-error.0.errno=5,file.inject-error.0.immediately=off`
          : `driver=raw,node-name=${id},file.driver=file,file.filename=${file}`;
      const device = {
        sata: `ide-hd,drive=${id},bus=ahci${Math.floor(place / 6)}.${place % 6},serial=${serial}`,
        nvme: `nvme,drive=${id},serial=${serial},logical_block_size=${sector},physical_block_size=${Math.max(sector, 512)}`,
        usb: `usb-storage,drive=${id},id=at-${id},port=${usb.findIndex((one) => one.name === name) + 1},bus=xhci.0${serial ? `,serial=${serial}` : ''}`,
      }[bus];
      return ['-blockdev', node, '-device', device];
    }),
  ];
}
