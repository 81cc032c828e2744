import { targetKey, type DriveChoice, type JobFacts } from '../facts';
import { TARGET_IDS, targetName, type TargetId } from '../layout';
import { binary, soldName } from '../capacity';
import type { Holding } from '../equipment';
import { linkName, type Link } from '../links';
import type { DisassemblyItem } from '../disassembly';

export const KIT_GROUPS = [
  'to be fitted',
  'parts for it',
  'for the copy',
  'for the installation',
  'tools',
  'for screws and leads',
] as const;
export type KitGroup = (typeof KIT_GROUPS)[number];

/** Something to have on the bench before the device is opened. */
export interface KitItem {
  group: KitGroup;
  name: string;
  count: number;
  /** Serial, or what it is for; may be empty. */
  note: string;
}

/** What of a job the kit follows from. */
export interface KitFor {
  facts: JobFacts;
  /** Whether a system is put on afresh. */
  fresh?: boolean;
  disassembly: readonly Pick<DisassemblyItem, 'stage' | 'kind' | 'name' | 'count' | 'details'>[];
  /** What of the shop holds the new drive best, where that is known; else the kit says what it must be able to do. */
  holding?: Pick<Holding, 'offer' | 'best'> | undefined;
  /** A stick that the device starts from, by name. */
  stick?: string | undefined;
}

/**
 * What to have on the bench before opening: from the match, the route of the copy, and the model's strip-down sheet.
 * Rules of thumb of the trade; only what follows from recorded facts is named.
 */
export function kitOf({ facts, fresh = false, disassembly, holding, stick }: KitFor): KitItem[] {
  return [
    ...fitted(facts),
    ...parts(facts),
    ...copy(facts, { holding, stick }),
    ...installation(facts, fresh),
    ...tools(disassembly),
    ...holders(disassembly),
  ];
}

const item = (group: KitGroup, name: string, note = '', count = 1): KitItem => ({ group, name, count, note });

/** The drives that go in, as far as they are chosen. */
function chosen(facts: JobFacts): { on: TargetId; drive: DriveChoice }[] {
  return TARGET_IDS.flatMap((on) => {
    const drive = facts[targetKey(on, 'choice')];
    return drive ? [{ on, drive }] : [];
  });
}

function fitted(facts: JobFacts): KitItem[] {
  const group = 'to be fitted';
  const memory = facts['memory choice'];
  return [
    ...chosen(facts).map(({ on, drive: { maker, name, bytes, sectorSize, serial } }) =>
      item(
        group,
        `${maker} ${name}, ${soldName(bytes, sectorSize)}`,
        on === 'new' ? serial : `${serial}, ${targetName(on)}`,
      ),
    ),
    ...(memory
      ? [
          item(
            group,
            `${memory.maker} ${memory.name}`,
            `${binary(memory.total)} in all, into ${memory.into.join(', ')}`,
            memory.count,
          ),
        ]
      : []),
  ];
}

function parts(facts: JobFacts): KitItem[] {
  const group = 'parts for it';
  const moved = facts['old drive moves'];
  return [
    ...chosen(facts).flatMap(({ drive: { partsNeeded, alteration } }) => [
      ...partsNeeded.map((name) => item(group, name)),
      ...(alteration ? [item('tools', 'cutter and file', alteration)] : []),
    ]),
    ...(moved?.partsNeeded ?? []).map((name) => item(group, name, 'for the old drive at its new site')),
  ];
}

function copy(
  { plan, 'plan draft': draft, 'new drive choice': target, 'old drive': old }: KitFor['facts'],
  { holding, stick }: Pick<KitFor, 'holding' | 'stick'>,
): KitItem[] {
  const { route, startedFrom } = plan ?? draft ?? {};
  if (!route || !target) return [];
  const group = 'for the copy';
  const start = startedFrom === 'a boot stick' ? [item(group, stick ?? 'boot stick', 'to start the device from')] : [];
  const power = item(group, 'power adapter of the device', 'a copy does not run on the battery');
  if (route === 'stand-alone duplicator') return [item(group, 'dock that copies by itself', 'the old drive first')];
  if (route === 'both in one dock') {
    const dock = item(group, 'dock with two bays', 'old drive and new one share its lead');
    return startedFrom === null ? [dock] : [dock, ...start, power];
  }
  if (route === 'each in a holder') {
    const each = [
      ...(old ? [item(group, `enclosure that takes ${speaks(old.link)}`, `the old drive, ${old.serial}`)] : []),
      item(group, `enclosure that takes ${speaks(target.link)}`, `the new drive, ${target.serial}`),
      item(group, 'USB lead of 10 Gb/s', 'a USB 2.0 lead takes ten times as long', 2),
    ];
    return startedFrom === null ? each : [...each, ...start, power];
  }
  if (route === 'second site') return [...start, power];
  if (route === 'old drive outside') {
    const holder = old ? [item(group, `enclosure that takes ${speaks(old.link)}`, `the old drive, ${old.serial}`)] : [];
    return [
      ...holder,
      ...(old ? [item(group, 'USB lead of 10 Gb/s', 'a USB 2.0 lead takes ten times as long')] : []),
      ...start,
      power,
    ];
  }
  if (route === 'both at the bench') {
    return [
      ...(old ? [item(group, `berth that takes ${speaks(old.link)}`, `the old drive, ${old.serial}`)] : []),
      item(group, `berth that takes ${speaks(target.link)}`, `the new drive, ${target.serial}`),
    ];
  }
  const held = holding?.best
    ? [
        item(group, holding.offer.name, `the new drive, ${target.serial}`),
        item(
          group,
          `USB lead for ${linkName(holding.best.link)}`,
          `to ${holding.best.socket.at}, ${holding.best.socket.port.name}; a USB 2.0 lead takes ten times as long`,
        ),
      ]
    : [
        item(group, `enclosure that takes ${speaks(target.link)}`, `the new drive, ${target.serial}`),
        item(group, 'USB lead of 10 Gb/s', 'a USB 2.0 lead takes ten times as long'),
      ];
  return [...held, ...start, power];
}

const speaks = ({ kind }: Link) => (kind === 'pcie' ? 'NVMe' : 'SATA');

function tools(disassembly: KitFor['disassembly']): KitItem[] {
  if (disassembly.length === 0) return [];
  const group = 'tools';
  const screws = disassembly.filter(({ kind }) => kind === 'screw');
  const threads = new Set(screws.flatMap(({ name }) => /M\d(?:\.\d)?|6-32/.exec(name)?.[0] ?? []));
  const bits = new Set(
    screws.flatMap(({ name, details }) =>
      details?.bit ? `bit ${details.bit}` : (BITS.find(([words]) => words.test(name))?.[1] ?? []),
    ),
  );
  const pried = disassembly.some(({ kind }) => kind === 'clip' || kind === 'cable');
  const pads = disassembly.filter(({ name }) => name.includes('thermal pad'));
  const glued = disassembly.some(({ name }) => /adhesive|glued|strip/i.test(name));
  return [
    item(group, 'wrist strap and mat'),
    ...[...threads].sort().map((thread) => item(group, `driver for ${thread}`)),
    ...[...bits].sort().map((bit) => item(group, bit, 'as the sheet says of its screws')),
    ...(pried ? [item(group, 'plastic pry tool', 'clips and plugs')] : []),
    ...(glued ? [item(group, 'warm pad and new strips', 'what is glued comes off warm, and does not hold twice')] : []),
    // Torn pads are not used again.
    ...pads.map(({ name, count }) => item('parts for it', name, 'same thickness, in case it tears', count)),
  ];
}

/** Bits for heads that an ordinary driver does not turn, by how the sheet names the screw. */
const BITS: readonly (readonly [words: RegExp, bit: string])[] = [
  [/5-lobe|five lobes/i, 'bit with five lobes'],
  [/6-lobe|six lobes|\bT\d+\b/i, 'bit with six lobes'],
  [/hex/i, 'hex bit'],
  [/three wings/i, 'bit with three wings'],
];

/** What a fresh installation asks for: nothing of the old system can be asked any more. */
function installation(facts: JobFacts, fresh: boolean): KitItem[] {
  if (!fresh) return [];
  const group = 'for the installation';
  return [
    item(group, 'medium of the system', 'the version that the licence is for'),
    item(group, 'stick with drivers', 'controller and network'),
    ...(facts['old drive']
      ? [
          item(
            group,
            `enclosure that takes ${speaks(facts['old drive'].link)}`,
            `to bring files over from ${facts['old drive'].serial}`,
          ),
        ]
      : []),
  ];
}

/** One field for each stage, so that screws of different lengths never lie together. */
function holders(disassembly: KitFor['disassembly']): KitItem[] {
  const stages = [...new Set(disassembly.map(({ stage }) => stage))].sort((a, b) => a - b);
  return stages.map((stage) => {
    const out = disassembly.filter((one) => one.stage === stage && one.kind !== 'clip');
    const note = out.map(({ name, count }) => `${count} × ${name}`).join(', ');
    return item('for screws and leads', `tray field for stage ${stage}`, note);
  });
}
