import { guidBytes } from '../image';

const utf16 = (text: string) => [...`${text}\0`].flatMap((one) => [one.charCodeAt(0) & 0xff, one.charCodeAt(0) >> 8]);
const little = (value: number, width: number) =>
  Array.from({ length: width }, (_none, n) => Math.floor(value / 2 ** (8 * n)) % 256);
const node = (type: number, kind: number, data: readonly number[]) => [
  type,
  kind,
  ...little(data.length + 4, 2),
  ...data,
];

/** A start entry as the firmware keeps it: of a partition of a GPT by its GUID, of an MBR by its signature, or of neither. */
export function loadOption(of: {
  name: string;
  active?: boolean;
  guid?: string;
  signature?: number;
  startSector?: number;
  path?: string;
}): Uint8Array {
  const { name, active = true, guid, signature, startSector = 2048, path = '\\EFI\\BOOT\\BOOTX64.EFI' } = of;
  const disk = (id: readonly number[], table: number, kind: number) =>
    node(4, 1, [...little(1, 4), ...little(startSector, 8), ...little(204_800, 8), ...id, table, kind]);
  const device = [
    // Where its controller sits: of no use to anybody but the firmware.
    ...node(1, 1, [0, 0x1f]),
    ...(guid ? disk([...guidBytes(guid)], 2, 2) : []),
    ...(signature === undefined ? [] : disk([...little(signature, 4), ...new Array<number>(12).fill(0)], 1, 1)),
    ...node(4, 4, utf16(path)),
    ...node(0x7f, 0xff, []),
  ];
  return Uint8Array.from([...little(active ? 1 : 0, 4), ...little(device.length, 2), ...utf16(name), ...device]);
}

/** Numbers of start entries in their order. */
export const startOrder = (...numbers: number[]) => Uint8Array.from(numbers.flatMap((one) => little(one, 2)));
