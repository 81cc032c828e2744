/** Identifiers of the EFI system partitions: of every finished drive, and of the old one. */
export const NEW = '4E455700-0000-4000-8000-000000000001';
export const OLD = '4F4C4400-0000-4000-8000-000000000001';
/** The loader of the system, by its own long name, and where firmware looks without an entry. */
const OWN = '\\EFI\\Harbour System\\harbour-loader.efi';
const FALLBACK = '\\EFI\\BOOT\\BOOTX64.EFI';

/** What the firmware has for entries, by name. */
export const ENTRIES = {
  own: { guid: NEW, path: OWN },
  old: { guid: OLD, path: OWN },
  gone: { guid: NEW, path: '\\EFI\\Gone\\gone.efi' },
};

/** An EFI system partition with files, in the machine's shell. */
const esp = (
  files,
  { guid = NEW, fat = 16 } = {},
) => `printf 'label: gpt\\nstart=1MiB,size=40MiB,type=U,uuid=${guid}\\nstart=42MiB,type=L\\n' | sfdisk -q "$D"; settle
mkfs.fat -F ${fat} -s ${fat === 16 ? 2 : 1} -n ESP "$P" >/dev/null; mount -t vfat "$P" /m
${files.map(([path, file]) => put(path, file)).join('\n')}
umount /m`;
const put = (path, file) => {
  const to = path.replaceAll('\\', '/');
  return `mkdir -p "/m${to.slice(0, to.lastIndexOf('/'))}"; cp /lab/${file} "/m${to}"`;
};
/** Partitions of an MBR; `active`: which of them is. */
const mbr = (...active) =>
  `printf 'label: dos\\n${active.map((is, n) => `start=${2048 + n * 40_960},size=36864,type=7${is ? ',bootable' : ''}`).join('\\n')}\\n' | sfdisk -q "$D"; settle`;
const code = (file) => `dd if=/lab/${file} of="$D" bs=440 count=1 conv=notrunc 2>/dev/null`;
const sector = (file, at = '$P') => `dd if=/lab/${file} of="${at}" bs=512 conv=notrunc 2>/dev/null`;

/**
 * Finished drives that are really started. `firmware`: what starts them; `secure`: with Secure Boot and the keys that devices
 * come with; `entries`: what the firmware has (absent: none of its own); `beside`: a drive that stays attached. `cause`:
 * why it does not start, as it was made; absent where it starts. `facts`: what a job would know of it.
 */
const setUp = (name, make, more = {}) => ({ name, bus: 'sata', firmware: 'UEFI', make, facts: {}, ...more });
const legacy = (name, make, more = {}) => setUp(name, make, { firmware: 'legacy', ...more });

export const START_SET_UPS = [
  setUp('its entry kept', esp([[OWN, 'own.efi']]), { entries: 'own' }),
  setUp('its entry kept, FAT32', esp([[OWN, 'own.efi']], { fat: 32 }), { entries: 'own' }),
  setUp('fallback file, no entry', esp([[FALLBACK, 'own.efi']])),
  setUp('loader gone', esp([['\\EFI\\readme.txt', 'readme.txt']]), {
    cause: 'loader not copied',
    facts: { loaderCopied: true },
  }),
  setUp('EFI system partition not copied', `printf 'label: gpt\\nstart=42MiB,type=L\\n' | sfdisk -q "$D"`, {
    entries: 'own',
    cause: 'loader not copied',
    facts: { loaderCopied: false },
  }),
  setUp('entry at the old drive', esp([[OWN, 'own.efi']]), {
    entries: 'old',
    cause: 'entry lost',
    facts: { identifiersKept: false },
  }),
  setUp(
    'entry at the old drive, fallback file there',
    esp([
      [OWN, 'own.efi'],
      [FALLBACK, 'own.efi'],
    ]),
    {
      entries: 'old',
      facts: { identifiersKept: false },
    },
  ),
  setUp('entry for a file that is gone', esp([[OWN, 'own.efi']]), {
    entries: 'gone',
    cause: 'entry lost',
    also: ['loader not copied'],
  }),
  setUp('no entry for its loader', esp([[OWN, 'own.efi']]), { cause: 'entry lost' }),
  setUp(
    'both attached, entry at the old drive',
    esp([
      [OWN, 'own.efi'],
      [FALLBACK, 'own.efi'],
    ]),
    {
      entries: 'old',
      beside: esp([[OWN, 'old.efi']], { guid: OLD }),
      cause: 'both attached',
      facts: { identifiersKept: false, oldAttached: true },
    },
  ),
  setUp('both attached, the same identifiers', esp([[OWN, 'own.efi']]), {
    entries: 'own',
    beside: esp([[OWN, 'old.efi']]),
    cause: 'both attached',
    either: true,
    facts: { oldAttached: true },
  }),
  setUp('unsigned under Secure Boot', esp([[FALLBACK, 'own.efi']]), { secure: true, cause: 'Secure Boot refuses' }),
  setUp(
    'signed under Secure Boot',
    esp([
      [FALLBACK, 'shim.efi'],
      ['\\EFI\\BOOT\\grubx64.efi', 'signed.efi'],
      ['\\EFI\\debian\\grub.cfg', 'grub.cfg'],
    ]),
    { secure: true },
  ),
  setUp(
    'loader for 32-bit firmware alone',
    esp([
      ['\\EFI\\BOOT\\BOOTIA32.EFI', 'small.efi'],
      [FALLBACK, 'small.efi'],
    ]),
    {
      cause: 'loader not copied',
      facts: { loaderCopied: true },
    },
  ),
  setUp('start code alone, started by UEFI', `${mbr(true)}; ${code('mbr.bin')}; ${sector('own.bin')}`, {
    cause: 'scheme against mode',
  }),
  legacy('active, with code', `${mbr(true, false)}; ${code('mbr.bin')}; ${sector('own.bin')}`),
  legacy('none active', `${mbr(false, false)}; ${code('mbr.bin')}; ${sector('own.bin')}`, { cause: 'not active' }),
  legacy('two active', `${mbr(true, true)}; ${code('mbr.bin')}; ${sector('own.bin')}`, { cause: 'not active' }),
  legacy('no code in front of the table', `${mbr(true)}; ${sector('own.bin')}`, { cause: 'no boot code' }),
  legacy('no code in the active partition', `${mbr(true)}; ${code('mbr.bin')}; ${sector('empty.bin')}`, {
    cause: 'no boot code',
    also: ['loader not copied'],
  }),
  legacy(
    'stages in front of the first partition',
    `${mbr(false)}; ${code('first.bin')}; dd if=/lab/own.img of="$D" bs=512 seek=1 conv=notrunc 2>/dev/null`,
  ),
  legacy('stages that stayed behind', `${mbr(true)}; ${code('first.bin')}`, {
    cause: 'loader not copied',
    facts: { loaderCopied: false },
  }),
  legacy(
    'stages in a BIOS boot partition',
    `printf 'label: gpt\\nstart=2048,size=4096,type=21686148-6449-6E6F-744E-656564454649\\nstart=8192,type=L\\n' | sfdisk -q "$D"; settle
${code('first-gpt.bin')}; dd if=/lab/own-gpt.img of="$P" bs=512 conv=notrunc 2>/dev/null`,
  ),
  legacy('of UEFI, started by legacy', esp([[FALLBACK, 'own.efi']]), { cause: 'scheme against mode' }),
].map((one, n) => ({ ...one, serial: `ST${n}`, bytes: (96 + n) * 1024 * 1024 }));
