import type { DisassemblyItem } from '../disassembly';
import { PART_KINDS, type DevicePart, type DeviceState, type PartKind } from '../inventory';
import { fail, limit, type Reason } from '../reason';

/** What makes a part dead when it was forgotten, and what the sheet may call that. */
interface Forgotten {
  /** Words in the names of the sheet; none: whatever names the part. */
  words: readonly string[];
  /** What to look at where the sheet has nothing of it. */
  look: string;
  /** What the checks of functions call it. */
  functions: readonly string[];
}

/**
 * Forgotten item by what it shows up as.
 * @source facts of the trade, “forgotten item shows up as”
 */
const FORGOTTEN: Readonly<Partial<Record<PartKind, Forgotten>>> = {
  keyboard: { words: ['keyboard'], look: 'the keyboard ribbon', functions: ['keyboard', 'keys'] },
  touchpad: { words: ['touchpad', 'trackpad', 'palm rest'], look: 'the touchpad ribbon', functions: ['touchpad'] },
  'touch screen': {
    words: ['touch screen', 'digitizer', 'display'],
    look: 'the touch ribbon',
    functions: ['touch screen'],
  },
  'lid switch': { words: ['lid'], look: 'the lid sensor’s ribbon or magnet', functions: ['lid'] },
  'power button': { words: ['power button'], look: 'the ribbon of the power button', functions: ['power button'] },
  camera: { words: ['camera', 'display'], look: 'the camera ribbon', functions: ['camera'] },
  sound: { words: ['speaker', 'sound', 'audio'], look: 'the speaker lead or the sound board', functions: ['sound'] },
  wireless: {
    words: ['wireless', 'antenna'],
    look: 'the wireless card and its antenna leads',
    functions: ['wireless'],
  },
  Bluetooth: { words: ['wireless', 'antenna'], look: 'the wireless card', functions: ['bluetooth', 'wireless'] },
  'wired network': { words: ['network'], look: 'the network board', functions: ['network'] },
  battery: { words: ['battery'], look: 'the battery lead', functions: ['charging', 'battery'] },
  display: { words: ['display', 'screen'], look: 'the display ribbon', functions: ['display'] },
  fan: { words: ['fan'], look: 'the fan lead', functions: ['fan'] },
};

/** A part that was there before and is not seen any more. */
export interface Missing {
  part: DevicePart;
  reason: Reason;
  /** What the functions call it, lower case; empty for what no function is known of. */
  functions: readonly string[];
}

/**
 * Parts that the device told of before and tells of no more, each with what of the sheet would make it dead. Storage is left
 * to the drives themselves; what hangs on USB may have been an outside device.
 */
export function missingParts(
  now: DeviceState,
  before: DeviceState | null,
  sheet: readonly DisassemblyItem[],
): Missing[] {
  if (!now.parts || !before?.parts) return [];
  const left = now.parts.map(keyOf);
  return before.parts.flatMap((part): Missing[] => {
    const at = left.indexOf(keyOf(part));
    if (at >= 0) {
      left.splice(at, 1);
      return [];
    }
    return part.kind === 'storage controller' ? [] : [missingOf(part, sheet)];
  });
}

/** By what a part is known again: numbers where it has some; network and fans by their kind, whose names follow the slot. */
function keyOf({ kind, name, detail }: DevicePart): string {
  if (kind === 'PCI device' || kind === 'USB device') return `${kind} ${detail}`;
  return kind === 'wireless' || kind === 'wired network' || kind === 'Bluetooth' ? kind : `${kind} ${name}`;
}

function missingOf(part: DevicePart, sheet: readonly DisassemblyItem[]): Missing {
  const { kind, name } = part;
  const known = FORGOTTEN[kind];
  const words =
    known?.words ??
    name
      .toLowerCase()
      .split(/\s+/)
      .filter((word) => word.length > 3);
  const items = sheet.filter((one) => words.some((word) => one.name.toLowerCase().includes(word)));
  const named = items.map((one) => `“${one.name}” (stage ${one.stage})`).join(', ');
  if (known) {
    const sentence = `${kind.replace(/^./, (letter) => letter.toUpperCase())} “${name}” was there before and is not seen any more.`;
    return {
      part,
      reason: fail('Missing now', sentence, `look at ${named || known.look}`),
      functions: known.functions,
    };
  }
  const sentence = `${kind} “${name}” was there before and is not seen any more.`;
  const reason = named
    ? fail('Missing now', sentence, `look at ${named}`)
    : limit('Missing now', sentence, 'an outside device then, or a lead or card inside');
  return { part, reason, functions: words };
}

/** Functions of the model of whose part a device told nothing: dead already, or not there. Nothing where it told of no parts. */
export function unseenFunctions({ parts }: DeviceState, functions: readonly string[]): string[] {
  if (!parts) return [];
  const kinds = PART_KINDS.filter((kind) => FORGOTTEN[kind] !== undefined);
  return functions.filter((name) => {
    const meant = kinds.filter((kind) => FORGOTTEN[kind]?.functions.some((word) => name.toLowerCase().includes(word)));
    return meant.length > 0 && !parts.some(({ kind }) => meant.includes(kind));
  });
}
