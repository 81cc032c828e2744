import { BIOS_BOOT, type FileSystem, type PartitionKind } from '../layout';

interface TypeMeaning {
  name: string;
  kind: PartitionKind;
}

const of = (name: string, kind: PartitionKind = 'data'): TypeMeaning => ({ name, kind });

/** Partition type bytes of an MBR (common practice; 11h to 1Eh are the hidden forms of 01h to 0Eh). */
const MBR_TYPES: Readonly<Record<string, TypeMeaning>> = {
  '01': of('FAT12'),
  '04': of('FAT16'),
  '06': of('FAT16'),
  '07': of('NTFS or exFAT'),
  '0B': of('FAT32'),
  '0C': of('FAT32'),
  '0E': of('FAT16'),
  '11': of('FAT12, hidden'),
  '12': of('vendor recovery', 'recovery'),
  '14': of('FAT16, hidden'),
  '16': of('FAT16, hidden'),
  '17': of('NTFS, hidden', 'recovery'),
  '1B': of('FAT32, hidden', 'recovery'),
  '1C': of('FAT32, hidden', 'recovery'),
  '1E': of('FAT16, hidden'),
  '27': of('Windows recovery', 'recovery'),
  '42': of('Windows dynamic disk'),
  '82': of('Linux swap', 'swap'),
  '83': of('Linux file system'),
  '8E': of('Linux LVM'),
  A5: of('BSD slice with a table of its own'),
  A6: of('BSD slice with a table of its own'),
  A9: of('BSD slice with a table of its own'),
  AF: of('HFS+'),
  BF: of('Solaris slice with a table of its own'),
  EE: of('GPT protective', 'reserved'),
  EF: of('EFI system', 'EFI system'),
  FD: of('Linux RAID'),
};

/** GPT partition type GUIDs (UEFI specification 5.3.3 and what the systems publish). */
const GPT_TYPES: Readonly<Record<string, TypeMeaning>> = {
  'C12A7328-F81F-11D2-BA4B-00A0C93EC93B': of('EFI system', 'EFI system'),
  'E3C9E316-0B5C-4DB8-817D-F92DF00215AE': of('Microsoft reserved', 'reserved'),
  'EBD0A0A2-B9E5-4433-87C0-68B6B72699C7': of('basic data'),
  'DE94BBA4-06D1-4D40-A16A-BFD50179D6AC': of('Windows recovery', 'recovery'),
  '5808C8AA-7E8F-42E0-85D2-E1E90434CFB3': of('Windows dynamic disk, metadata', 'reserved'),
  'AF9B60A0-1431-4F62-BC68-3311714A69AD': of('Windows dynamic disk, data'),
  'E75CAF8F-F680-4CEE-AFA3-B001E56EFC2D': of('Windows pooled storage'),
  '0FC63DAF-8483-4772-8E79-3D69D8477DE4': of('Linux file system'),
  '4F68BCE3-E8CD-4DB1-96E7-FBCAF984B709': of('Linux root', 'system'),
  'B921B045-1DF0-41C3-AF44-4C6F280D3FAE': of('Linux root, ARM', 'system'),
  '933AC7E1-2EB4-4F13-B844-0E14E2AEF915': of('Linux home'),
  '0657FD6D-A4AB-43C4-84E5-0933C84B4F4F': of('Linux swap', 'swap'),
  'E6D6D379-F507-44C2-A23C-238F2A3DF928': of('Linux LVM'),
  'CA7D7CCB-63ED-4C53-861C-1742536059CC': of('Linux LUKS'),
  'A19D880F-05FC-4D3B-A006-743F0F84911E': of('Linux RAID'),
  'BC13C2FF-59E6-4262-A352-B275FD6F7172': of('Linux extended boot loader', 'loader'),
  [BIOS_BOOT]: of('BIOS boot', 'loader'),
  '7C3457EF-0000-11AA-AA11-00306543ECAC': of('APFS container', 'system'),
  '48465300-0000-11AA-AA11-00306543ECAC': of('HFS+'),
  '426F6F74-0000-11AA-AA11-00306543ECAC': of('macOS recovery', 'recovery'),
  '53746F72-6167-11AA-AA11-00306543ECAC': of('older macOS logical volume'),
  '69646961-6700-11AA-AA11-00306543ECAC': of('macOS system container', 'reserved'),
  '52637672-7900-11AA-AA11-00306543ECAC': of('macOS recovery container', 'recovery'),
};

/** What a type of either scheme means; an unknown one is data, so that it is never passed over. */
export function meaningOf(type: string): TypeMeaning {
  return MBR_TYPES[type] ?? GPT_TYPES[type] ?? of(`type ${type}`);
}

/** The GPT type that a partition of an MBR gets when the table is written anew as GPT. */
export const GPT_TYPE_OF: Readonly<Record<PartitionKind, string>> = {
  'EFI system': 'C12A7328-F81F-11D2-BA4B-00A0C93EC93B',
  reserved: 'E3C9E316-0B5C-4DB8-817D-F92DF00215AE',
  system: 'EBD0A0A2-B9E5-4433-87C0-68B6B72699C7',
  'not known': 'EBD0A0A2-B9E5-4433-87C0-68B6B72699C7',
  data: 'EBD0A0A2-B9E5-4433-87C0-68B6B72699C7',
  recovery: 'DE94BBA4-06D1-4D40-A16A-BFD50179D6AC',
  loader: 'BC13C2FF-59E6-4262-A352-B275FD6F7172',
  swap: '0657FD6D-A4AB-43C4-84E5-0933C84B4F4F',
};

/** The MBR type of what has none yet, by what it holds: file systems of one family share theirs. */
const MBR_TYPE_OF: Readonly<Partial<Record<FileSystem, string>>> = {
  FAT12: '01',
  FAT16: '0E',
  FAT32: '0C',
  ext2: '83',
  ext3: '83',
  ext4: '83',
  XFS: '83',
  btrfs: '83',
  JFS: '83',
  ReiserFS: '83',
  F2FS: '83',
  swap: '82',
  LVM: '8E',
  'RAID member': 'FD',
  'dynamic disk': '42',
  'HFS+': 'AF',
  APFS: 'AF',
};

/** Types of both schemes that mean the same, so that a table of the other scheme names a partition as it was named. */
const ALIKE: readonly (readonly [mbr: string, gpt: string])[] = [
  ['27', 'DE94BBA4-06D1-4D40-A16A-BFD50179D6AC'],
  ['82', '0657FD6D-A4AB-43C4-84E5-0933C84B4F4F'],
  ['83', '0FC63DAF-8483-4772-8E79-3D69D8477DE4'],
  ['8E', 'E6D6D379-F507-44C2-A23C-238F2A3DF928'],
  ['AF', '48465300-0000-11AA-AA11-00306543ECAC'],
  ['E8', 'CA7D7CCB-63ED-4C53-861C-1742536059CC'],
  ['EF', 'C12A7328-F81F-11D2-BA4B-00A0C93EC93B'],
  ['FD', 'A19D880F-05FC-4D3B-A006-743F0F84911E'],
];
const TO_GPT = new Map(ALIKE);
const TO_MBR = new Map(ALIKE.map(([mbr, gpt]) => [gpt, mbr] as const));

/** The type byte that a partition of a GPT, or a new one, gets in an MBR: that of its type where one is alike. */
export function mbrTypeOf(kind: PartitionKind, fileSystem: FileSystem, gptType = ''): string {
  const alike = TO_MBR.get(gptType);
  if (alike) return alike;
  if (kind === 'EFI system') return 'EF';
  return kind === 'recovery' ? '27' : (MBR_TYPE_OF[fileSystem] ?? '07');
}

/** What a system marks by its own type in a GPT; the rest is basic data whatever it holds. */
const GPT_BY_CONTENT: Readonly<Partial<Record<FileSystem, string>>> = {
  APFS: '7C3457EF-0000-11AA-AA11-00306543ECAC',
};

/**
 * The type that a partition of an MBR, or a new one, gets in a GPT: that of its type where one is alike, else by what
 * it holds, so that a Linux system is not taken for the data of another; a loader on NTFS starts nothing there.
 */
export function gptTypeOf(kind: PartitionKind, fileSystem: FileSystem, mbrType = ''): string {
  const byContent = GPT_BY_CONTENT[fileSystem] ?? TO_GPT.get(MBR_TYPE_OF[fileSystem] ?? '');
  if (kind === 'EFI system' || kind === 'recovery') return GPT_TYPE_OF[kind];
  return TO_GPT.get(mbrType) ?? byContent ?? GPT_TYPE_OF[kind === 'loader' ? 'data' : kind];
}

/** Type bytes that hold a chain of logical partitions. */
export const EXTENDED: readonly string[] = ['05', '0F', '85'];
