import { existsSync } from 'node:fs';

/** Programs that the lab needs, with the package of Debian that has each: machine, archive, and what tiny systems are made of. */
export const PROGRAMS = {
  '/usr/bin/qemu-system-x86_64': 'qemu-system-x86',
  '/usr/share/OVMF/OVMF_CODE_4M.fd': 'ovmf',
  '/bin/busybox': 'busybox-static',
  '/usr/bin/cpio': 'cpio',
  '/usr/sbin/depmod': 'kmod',
  '/usr/bin/grub-mkimage': 'grub-common',
  '/usr/lib/grub/x86_64-efi/moddep.lst': 'grub-efi-amd64-bin',
  '/usr/lib/grub/i386-efi/moddep.lst': 'grub-efi-ia32-bin',
  '/usr/lib/grub/i386-pc/boot.img': 'grub-pc-bin',
  '/usr/lib/grub/x86_64-efi-signed/grubx64.efi.signed': 'grub-efi-amd64-signed',
  '/usr/lib/shim/shimx64.efi.signed': 'shim-signed',
  '/usr/lib/syslinux/mbr/mbr.bin': 'syslinux-common',
};

/** The utilities that make drives and say what they made; they run in the machine. */
export const MAKERS = {
  '/usr/sbin/sfdisk': 'fdisk',
  '/usr/sbin/mke2fs': 'e2fsprogs',
  '/usr/sbin/dumpe2fs': 'e2fsprogs',
  '/usr/sbin/e2image': 'e2fsprogs',
  '/usr/sbin/mkfs.xfs': 'xfsprogs',
  '/usr/sbin/xfs_db': 'xfsprogs',
  '/usr/bin/btrfs': 'btrfs-progs',
  '/usr/sbin/mkfs.btrfs': 'btrfs-progs',
  '/usr/sbin/mkntfs': 'ntfs-3g',
  '/usr/bin/ntfs-3g': 'ntfs-3g',
  '/usr/sbin/mkfs.fat': 'dosfstools',
  '/usr/sbin/fsck.fat': 'dosfstools',
  '/usr/sbin/mkfs.exfat': 'exfatprogs',
  '/usr/sbin/dump.exfat': 'exfatprogs',
  '/usr/sbin/mkfs.jfs': 'jfsutils',
  '/usr/sbin/jfs_tune': 'jfsutils',
  '/usr/sbin/mkfs.reiserfs': 'reiserfsprogs',
  '/usr/sbin/debugreiserfs': 'reiserfsprogs',
  '/usr/sbin/mkudffs': 'udftools',
  '/usr/sbin/mkfs.f2fs': 'f2fs-tools',
  '/usr/sbin/mkswap': 'util-linux',
  '/usr/sbin/mdadm': 'mdadm',
  '/usr/sbin/lvm': 'lvm2',
  '/usr/sbin/cryptsetup': 'cryptsetup-bin',
  '/usr/bin/genisoimage': 'genisoimage',
};

/** Packages whose programs are not here yet. */
export function missingPackages() {
  const wanted = Object.entries({ ...PROGRAMS, ...MAKERS }).filter(([path]) => !existsSync(path));
  return [...new Set(wanted.map(([, name]) => name))];
}
