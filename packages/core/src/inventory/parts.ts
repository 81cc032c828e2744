import type { DevicePart, PartKind } from './types';

/** Most parts of one device. */
const MOST = 400;

/**
 * Parts from the lines of a probe: a word, a name and what tells it apart, with tabs between them. Lines that say nothing
 * of the kinds that are known are passed over.
 *
 * @source PCI Code and ID Assignment 1.11 (class codes); USB-IF defined class codes (interfaces); Linux input event codes
 * (properties, keys, switches)
 */
export function readParts(text: string): DevicePart[] {
  const parts = text.split('\n').flatMap((line): DevicePart[] => {
    const [word = '', name = '', detail = ''] = line.split('\t').map((one) => one.trim().slice(0, 120));
    // A word of the file may be any that objects have by themselves.
    const kind = Object.hasOwn(KINDS, word) ? (KINDS[word]?.(detail, name) ?? null) : null;
    return kind ? [{ kind, name: name || detail || word, detail }] : [];
  });
  return parts.slice(0, MOST);
}

const is = (kind: PartKind) => () => kind;

const KINDS: Readonly<Record<string, (detail: string, name: string) => PartKind | null>> = {
  input: inputKind,
  pci: (detail) => {
    const known = PCI_CLASSES.find(([begin]) => detail.startsWith(begin));
    return known ? known[1] : 'PCI device';
  },
  usb: (detail) => {
    const classes = detail.split(' ').slice(1);
    // Hubs are how the others hang on it.
    if (classes.length > 0 && classes.every((one) => one === '09')) return null;
    return 'USB device';
  },
  sound: is('sound'),
  camera: is('camera'),
  bluetooth: is('Bluetooth'),
  network: (detail) => (detail.startsWith('wireless') ? 'wireless' : 'wired network'),
  battery: is('battery'),
  display: is('display'),
  fan: is('fan'),
};

/** Beginnings of class codes; bridges and processors are the board itself, the rest is told by what drives it. */
const PCI_CLASSES: readonly (readonly [string, PartKind | null])[] = [
  ['0101', 'storage controller'],
  ['0104', 'storage controller'],
  ['0106', 'storage controller'],
  ['0108', 'storage controller'],
  ['05', null],
  ['06', null],
  ['08', null],
  ['0b', null],
  ['11', null],
];

/** The keys of the three rows of letters, by their numbers. */
const LETTERS = [
  [16, 25],
  [30, 38],
  [44, 50],
].reduce((bits, [first = 0, last = 0]) => bits | (((1n << BigInt(last - first + 1)) - 1n) << BigInt(first)), 0n);

function inputKind(detail: string, name: string): PartKind | null {
  const [properties = '0', keys = '0', switches = '0'] = detail.split(' ');
  const bits = (text: string) => (/^[0-9a-f]{1,16}$/i.test(text) ? BigInt(`0x${text}`) : 0n);
  const [prop, key, sw] = [bits(properties), bits(keys), bits(switches)];
  if ((prop & 2n) !== 0n) return 'touch screen';
  if ((prop & 1n) !== 0n) return 'touchpad';
  if ((sw & 1n) !== 0n) return 'lid switch';
  if ((key & LETTERS) === LETTERS) return 'keyboard';
  return /power button/i.test(name) ? 'power button' : null;
}
