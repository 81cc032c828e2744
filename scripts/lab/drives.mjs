/** MiB. */
const M = 1024 * 1024;

/**
 * A drive of the lab. `make`: what makes it, in the machine's shell: `$D` is the drive, `$P` its first partition.
 * `last`: what is left mounted when the machine goes off. What is `told` by a utility is compared as `key value` lines
 * (`say` prints them); `wanted` is what Udrel must say besides, by where it stands in what was read.
 */
const drive = (name, make, more = {}) => ({ name, bus: 'sata', bytes: 128 * M, make, ...more });

const FILL = 'mount "$P" /m && dd if=/dev/urandom of=/m/some bs=1M count=6 2>/dev/null && mkdir /m/folder && umount /m';
const EXT = `dumpe2fs -h "$P" 2>/dev/null | awk -F: '/^Block count/{b=$2}/^Free blocks/{f=$2}/^Block size/{s=$2}END{printf "say used %.0f\\n",(b-f)*s}' > /tmp/say; . /tmp/say`;
const XFS = `xfs_db -r -c 'sb 0' -c 'p dblocks fdblocks blocksize' "$P" | awk '/^dblocks/{b=$3}/^fdblocks/{f=$3}/^blocksize/{s=$3}END{printf "say used %.0f\\n",(b-f)*s}' > /tmp/say; . /tmp/say`;
const BTRFS = `say used $(btrfs inspect-internal dump-super "$P" | awk '$1=="bytes_used"{print $2}')`;
const dirty = (type) =>
  `mkdir -p "/m/$N" && mount -t ${type} "$P" "/m/$N" && dd if=/dev/urandom of="/m/$N/a" bs=64k count=9 2>/dev/null; sync`;
const raid = (
  version,
) => `gpt; mdadm --create /dev/md7 --run --quiet --metadata=${version} --level=1 --raid-devices=2 --homehost=bench --name=tank "$P" missing < /dev/null; mdadm --stop /dev/md7
say level $(mdadm --examine "$P" | awk '/Raid Level/{sub("raid","",$4);print $4}'); say drives $(mdadm --examine "$P" | awk '/Raid Devices/{print $4}')`;

export const DRIVES = [
  drive('ext2', `gpt; mkfs_ext 2 -L old "$P"; ${FILL}; ${EXT}`, { wanted: { fileSystem: 'ext2', label: 'old' } }),
  drive('ext3', `gpt; mkfs_ext 3 -L older "$P"; ${FILL}; ${EXT}`, { wanted: { fileSystem: 'ext3', label: 'older' } }),
  drive('ext4', `gpt; mkfs_ext 4 -L notes "$P"; ${FILL}; ${EXT}`, {
    wanted: { fileSystem: 'ext4', label: 'notes', rules: [] },
  }),
  drive('ext4 left mounted', 'gpt; mkfs_ext 4 -L notes "$P"', {
    last: dirty('ext4'),
    wanted: { fileSystem: 'ext4', rules: ['Clean'] },
  }),
  drive('XFS', `gpt; mkfs.xfs -q -L store "$P"; ${FILL}; ${XFS}`, {
    bytes: 400 * M,
    wanted: { fileSystem: 'XFS', label: 'store', rules: [] },
  }),
  drive('XFS left mounted', 'gpt; mkfs.xfs -q -L store "$P"', {
    bytes: 400 * M,
    last: dirty('xfs'),
    wanted: { fileSystem: 'XFS', rules: ['Clean'] },
  }),
  drive('btrfs', `gpt; mkfs.btrfs -q -L pool "$P"; ${FILL}; ${BTRFS}`, {
    bytes: 200 * M,
    wanted: { fileSystem: 'btrfs', label: 'pool', rules: [] },
  }),
  drive('btrfs with a log', 'gpt; mkfs.btrfs -q -L pool "$P"', {
    bytes: 200 * M,
    last: 'mkdir -p "/m/$N" && mount -t btrfs "$P" "/m/$N" && echo a > "/m/$N/a" && dd if=/dev/urandom of="/m/$N/b" bs=5000 count=1 conv=fsync 2>/dev/null',
    wanted: { fileSystem: 'btrfs', rules: ['Clean'] },
  }),
  drive(
    'btrfs, first of two',
    'gpt; mkfs.btrfs -q -L pair -d raid1 -m raid1 "$P" $(partition_of "btrfs, second of two")',
    {
      bytes: 200 * M,
      after: 'btrfs, second of two',
      wanted: { fileSystem: 'btrfs', label: 'pair', rules: ['Set'] },
    },
  ),
  drive('btrfs, second of two', 'gpt', { bytes: 200 * M, wanted: { fileSystem: 'btrfs', rules: ['Set'] } }),
  drive(
    'NTFS with what can go',
    `gpt; mkntfs -q -F -L Office "$P" >/dev/null; ntfs-3g "$P" /m
dd if=/dev/urandom of=/m/hiberfil.sys bs=64k count=120 2>/dev/null; printf wake | dd of=/m/hiberfil.sys conv=notrunc 2>/dev/null
dd if=/dev/urandom of=/m/pagefile.sys bs=64k count=64 2>/dev/null
mkdir -p /m/Windows/Temp /m/Windows.old/Users /m/Users/mira/AppData/Local/Temp '/m/$Recycle.Bin/S-1-5-21'
dd if=/dev/urandom of=/m/Windows.old/Users/old.bin bs=64k count=30 2>/dev/null; dd if=/dev/urandom of='/m/$Recycle.Bin/S-1-5-21/$R1.bin' bs=64k count=11 2>/dev/null
dd if=/dev/urandom of=/m/Windows/Temp/x.tmp bs=64k count=5 2>/dev/null; dd if=/dev/urandom of=/m/Users/mira/AppData/Local/Temp/y.tmp bs=64k count=3 2>/dev/null
say used $(stat -f -c '%b %f %S' /m | awk '{printf "%.0f",($1-$2)*$3}'); umount /m
say clearable 'hibernation file:7864320,page files:4194304,old installations:1966080,recycle folder:720896,temporary folders:524288'`,
    { wanted: { fileSystem: 'NTFS', label: 'Office', rules: [] } },
  ),
  drive(
    'NTFS, hibernated',
    `gpt; mkntfs -q -F -L Office "$P" >/dev/null; ntfs-3g "$P" /m; dd if=/dev/zero of=/m/hiberfil.sys bs=64k count=20 2>/dev/null; printf hibr | dd of=/m/hiberfil.sys conv=notrunc 2>/dev/null; umount /m`,
    { wanted: { fileSystem: 'NTFS', rules: ['Hibernated'] } },
  ),
  drive(
    'MBR with logical partitions',
    `printf 'start=2048,size=40960,type=c,bootable\\nstart=43008,type=5\\nstart=45056,size=40960,type=6\\nstart=88064,size=40960,type=7\\nstart=131072,size=40960,type=82\\n' | sfdisk -q -X dos "$D"; settle
mkfs.fat -F 32 -n PHONE "$P" >/dev/null; mkfs.fat -F 16 -n CARD "$(part 5)" >/dev/null; mkfs.exfat -L Photos "$(part 6)" >/dev/null; mkswap -L rest "$(part 7)" >/dev/null
mount -t vfat "$P" /m; dd if=/dev/urandom of=/m/some bs=1M count=3 2>/dev/null; umount /m
say free $(fsck.fat -n -v "$P" | awk '/bytes per cluster/{c=$1}/clusters$/{split($4,u,"/");printf "%.0f",(u[2]-u[1])*c}'); say partitions 4`,
    { wanted: { fileSystem: 'FAT32', label: 'PHONE', all: ['FAT32', 'FAT16', 'exFAT', 'swap'] } },
  ),
  drive(
    'exFAT',
    `gpt; mkfs.exfat -L Photos "$P" >/dev/null; mount -t exfat "$P" /m; dd if=/dev/urandom of=/m/some bs=1M count=3 2>/dev/null; umount /m
say free $(dump.exfat "$P" | awk -F: '/Cluster size/{c=$2}/Free Clusters/{f=$2}END{printf "%.0f",c*f}')`,
    { wanted: { fileSystem: 'exFAT', label: 'Photos' } },
  ),
  drive(
    'LUKS1',
    'gpt; printf key | cryptsetup -q luksFormat --type luks1 --iter-time 10 "$P" -; say encryption LUKS$(cryptsetup luksDump "$P" | awk \'/^Version/{print $2}\')',
  ),
  drive(
    'LUKS2',
    'gpt; printf key | cryptsetup -q luksFormat --type luks2 --label vault --pbkdf pbkdf2 --iter-time 10 "$P" -; say encryption LUKS$(cryptsetup luksDump "$P" | awk \'/^Version/{print $2}\')',
    {
      wanted: { label: 'vault' },
    },
  ),
  drive(
    'LVM',
    `gpt; lvm pvcreate -q -y "$P" >/dev/null; lvm vgcreate -q shop "$P" >/dev/null; lvm lvcreate -q -an -Zn -Wn -L 40M -n root shop >/dev/null; lvm lvcreate -q -an -Zn -Wn -L 60M -n home shop >/dev/null
say holds $(lvm lvs --noheadings --units b --nosuffix -o lv_name,lv_size shop | awk '{printf "%s%s:%s",(n++?",":""),$1,$2}')`,
    { wanted: { fileSystem: 'LVM', label: 'shop' } },
  ),
  ...['0.90', '1.0', '1.1', '1.2'].map((version) =>
    drive(`RAID ${version}`, raid(version), { wanted: { fileSystem: 'RAID member', rules: ['Set'] } }),
  ),
  drive(
    'RAID 1.0 over ext4',
    `${raid('1.0')}; mdadm --assemble --run --quiet /dev/md7 "$P"; mkfs_ext 4 /dev/md7; mdadm --stop /dev/md7`,
    {
      wanted: { fileSystem: 'RAID member', rules: ['Set'] },
    },
  ),
  drive(
    'swap, suspended',
    `gpt; mkswap -L rest "$P" >/dev/null; printf 'S1SUSPEND\\0' | dd of="$P" bs=1 seek=4086 conv=notrunc 2>/dev/null`,
    {
      wanted: { fileSystem: 'swap', label: 'rest', rules: ['Suspended'] },
    },
  ),
  drive('swap of 64 KiB pages', 'gpt; mkswap -p 65536 -L rest "$P" >/dev/null 2>&1', {
    wanted: { fileSystem: 'swap', label: 'rest' },
  }),
  drive(
    'ReiserFS',
    `gpt; mkfs.reiserfs -q -f -f -l attic "$P" >/dev/null 2>&1; debugreiserfs "$P" 2>/dev/null | awk '/^Count of blocks/{b=$NF}/^Blocksize/{s=$2}/^Free blocks/{f=$NF}END{printf "say used %.0f\\n",(b-f)*s}' > /tmp/say; . /tmp/say`,
    { wanted: { fileSystem: 'ReiserFS', label: 'attic' } },
  ),
  drive(
    'JFS',
    `gpt; mkfs.jfs -q -L ledger "$P" >/dev/null 2>&1; say label $(jfs_tune -l "$P" 2>/dev/null | awk -F"'" '/Volume label/{print $2}')`,
    { wanted: { fileSystem: 'JFS' } },
  ),
  drive('F2FS', 'gpt; mkfs.f2fs -q "$P" >/dev/null', { wanted: { fileSystem: 'F2FS' } }),
  drive('UDF, whole', 'mkudffs -b 512 "$D" >/dev/null', { wanted: { whole: 'UDF' } }),
  drive(
    'ISO 9660, whole',
    'mkdir -p /tmp/disc; echo hi > /tmp/disc/a; genisoimage -quiet -V RESCUE -J -r /tmp/disc | dd of="$D" bs=64k 2>/dev/null',
    {
      wanted: { whole: 'ISO 9660' },
    },
  ),
  drive('ext4, whole', 'mkfs_ext 4 -L notes "$D"', { wanted: { whole: 'ext4' } }),
  drive('FAT32, whole', 'mkfs.fat -I -F 32 -n STICK "$D" >/dev/null', { wanted: { whole: 'FAT32' } }),
  drive('LUKS2, whole', 'printf key | cryptsetup -q luksFormat --type luks2 --pbkdf pbkdf2 --iter-time 10 "$D" -', {
    wanted: { whole: 'LUKS2' },
  }),
  drive('LVM, whole', 'lvm pvcreate -q -y "$D" >/dev/null', { wanted: { whole: 'LVM' } }),
  drive('nothing on it', ':', { wanted: { table: 'empty' } }),
  drive('noise', 'dd if=/dev/urandom of="$D" bs=1M count=4 2>/dev/null', { wanted: { table: 'noise' } }),
  drive(
    'table of 256 entries',
    `printf 'table-length: 256\\nstart=4096\\n' | sfdisk -q -X gpt "$D"; settle; mkfs_ext 4 -L notes "$P"; ${EXT}`,
    {
      wanted: { fileSystem: 'ext4', tableRules: [] },
    },
  ),
  drive('Sun label', `printf 'start=2048\\n' | sfdisk -q -X sun "$D"`, { wanted: { table: 'Sun label' } }),
  drive(
    'primary table damaged',
    'gpt; mkfs_ext 4 "$P"; dd if=/dev/zero of="$D" bs=512 seek=1 count=1 conv=notrunc 2>/dev/null',
    {
      wanted: { fileSystem: 'ext4', tableRules: ['Primary table'] },
    },
  ),
  drive('copied from a smaller drive', 'gpt; mkfs_ext 4 "$P"; dd if="$D" of="$(drive_of "grown")" bs=1M 2>/dev/null', {
    after: 'grown',
  }),
  drive('grown', ':', { bytes: 256 * M, wanted: { fileSystem: 'ext4', tableRules: ['Backup table'] } }),
  drive(
    '4096-byte sectors',
    `gpt; mkfs_ext 4 -L notes "$P"; ${EXT}; dd if="$D" of="$(drive_of "behind another bridge")" bs=1M 2>/dev/null`,
    {
      bus: 'nvme',
      sector: 4096,
      after: 'behind another bridge',
      wanted: { fileSystem: 'ext4', label: 'notes', sectorSize: 4096 },
    },
  ),
  drive('behind another bridge', ':', { wanted: { tableRules: ['Sectors counted'] } }),
  drive('NVMe', `gpt; mkntfs -q -F -L Office "$P" >/dev/null`, {
    bus: 'nvme',
    wanted: { fileSystem: 'NTFS', bus: 'NVMe' },
  }),
  drive('USB without a serial', 'gpt; mkfs.fat -F 32 -n TRAVEL "$P" >/dev/null', {
    bus: 'usb',
    serial: '',
    wanted: { fileSystem: 'FAT32', bridged: true },
  }),
  drive('USB that the probe lies on', 'gpt; mkfs.fat -F 32 -n LIVE "$P" >/dev/null', {
    bus: 'usb',
    started: true,
    wanted: { fileSystem: 'FAT32', bridged: true, started: true },
  }),
  drive('cannot be read', ':', { faulty: true, wanted: { unread: true } }),
].map((one, n) => ({
  serial: `LAB-${String(n + 1).padStart(2, '0')}`,
  ...one,
  // Each has a size of its own: by that it is found in the machine.
  bytes: one.bytes + (n + 1) * M,
  wanted: one.wanted ?? {},
}));
