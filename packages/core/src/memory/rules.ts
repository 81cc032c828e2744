import { binary, GIB } from '../capacity';
import { limit, type Reason } from '../reason';
import type { Buffering, DeviceMemory, FittedModule, MemoryGeneration, MemoryModule, SystemBits } from './types';

type Kind = 'DIMM' | 'SO-DIMM';

/** Contacts of each generation's modules (JESD79, JESD21-C): the same number does not mean that they go in. */
const CONTACTS: Readonly<Partial<Record<MemoryGeneration, Readonly<Record<Kind, number>>>>> = {
  DDR2: { DIMM: 240, 'SO-DIMM': 200 },
  DDR3: { DIMM: 240, 'SO-DIMM': 204 },
  DDR3L: { DIMM: 240, 'SO-DIMM': 204 },
  DDR4: { DIMM: 288, 'SO-DIMM': 260 },
  DDR5: { DIMM: 288, 'SO-DIMM': 262 },
};

/** Data rates of the standards (JESD79-2 to 79-5), MT/s; those of generation 5 lie 400 apart. */
const RATES: Readonly<Partial<Record<MemoryGeneration, readonly number[]>>> = {
  DDR2: [400, 533, 667, 800, 1066],
  DDR3: [800, 1066, 1333, 1600, 1866, 2133],
  DDR3L: [800, 1066, 1333, 1600, 1866, 2133],
  DDR4: [1600, 1866, 2133, 2400, 2666, 2933, 3200],
  DDR5: Array.from({ length: 15 }, (_none, index) => 3200 + 400 * index),
};

/** From this size on a module of one rank has chips that older controllers do not know (rule of thumb). */
const DENSE = 8 * GIB;
/** What a system of 32 bits has addresses for, and what of it is left beside devices (rule of thumb). */
const ADDRESSES_32 = 4 * GIB;

/** Reported rates are rounded, 2133 or 2134: within one per cent they are the same. */
export const sameRate = (a: number, b: number) => Math.abs(a - b) <= 0.01 * Math.max(a, b);

/** A limit of the board that is kept or not. */
export function held(name: string, passes: boolean, measured: string, most: string, why: string): Reason {
  return {
    rule: name,
    outcome: passes ? 'pass' : 'fail',
    measured,
    limit: most,
    sentence: passes ? `${measured} for ${most}` : `${measured}, the board takes ${most}: ${why}`,
  };
}

/** A limit that only the firmware states is advice: it may be stale (DSP0134 7.17: advisory). */
export function advised(device: DeviceMemory, name: string, bytes: number, most: number, why: string): Reason {
  const passes = bytes <= most;
  if (passes || device.maximumFrom !== 'firmware') return held(name, passes, binary(bytes), binary(most), why);
  const sentence = `${binary(bytes)}, the firmware states ${binary(most)}: it may never have been brought up to date`;
  return {
    ...limit(name, sentence, 'look it up at the maker, or try it'),
    measured: binary(bytes),
    limit: binary(most),
  };
}

/**
 * Whether a module goes into a slot of the device at all. Generations never interchange (notch and voltage);
 * DDR3L runs in a DDR3 board, a 1.5 V DDR3 module in a 1.35 V board is refused (JESD79-3-1).
 */
export function moduleRules(device: DeviceMemory, module: MemoryModule): Reason[] {
  const lower = module.generation === 'DDR3L' && device.generation === 'DDR3';
  return [
    generation(device, module),
    held('Form', module.form === device.form, module.form, device.form, 'the slot is another one'),
    advised(device, 'Module size', module.bytes, device.slotMaximum, 'the controller does not address it'),
    buffering(device, module),
    ...(lower ? [HIGHER_VOLTAGE] : []),
    ...dense(module),
    ...profile(module),
    ...(device.generation === 'DDR5' ? [TRAINING] : []),
  ];
}

/** JESD79-3-1: a low-voltage module is made for both; the whole bus then runs at the higher one. */
const HIGHER_VOLTAGE: Reason = { rule: 'Voltage', outcome: 'limit', sentence: 'the whole bus runs at 1.5 V' };
const TRAINING: Reason = {
  rule: 'First start',
  outcome: 'limit',
  sentence: 'may stay dark for minutes while the controller trains',
};

function generation(device: DeviceMemory, module: MemoryModule): Reason {
  const same =
    module.generation === device.generation || (module.generation === 'DDR3L' && device.generation === 'DDR3');
  return held('Generation', same, module.generation, device.generation, whyNot(device, module));
}

/** What keeps another generation out, as it is: notch and contacts, or only the voltage. */
function whyNot(device: DeviceMemory, module: MemoryModule): string {
  if (module.generation === 'DDR3' && device.generation === 'DDR3L')
    return 'it goes in, but wants 1.5 V: no start, or not for long';
  if (module.form === 'CAMM2' || module.form !== device.form) return 'another bus and voltage';
  const [has, takes] = [CONTACTS[module.generation]?.[module.form], CONTACTS[device.generation]?.[module.form]];
  if (has === undefined || takes === undefined) return 'another bus and voltage';
  return has === takes
    ? `as many contacts, ${has}, and another notch: it does not go in; never judge by the contacts`
    : `${has} contacts against ${takes}: it does not go in`;
}

const unbuffered = (one: Buffering) => one === 'unbuffered' || one === 'ECC';

/** Registered and load-reduced modules never work in an unbuffered slot, nor the reverse; ECC may run without ECC. */
function buffering(device: DeviceMemory, module: MemoryModule): Reason {
  const [has, takes] = [module.buffering ?? 'unbuffered', device.buffering ?? 'unbuffered'];
  if (has === 'ECC' && takes === 'unbuffered') {
    const sentence = 'runs without ECC where the board allows it at all: try it';
    return { rule: 'Buffering', outcome: 'limit', measured: has, limit: takes, sentence };
  }
  const fits = has === takes || (unbuffered(has) && unbuffered(takes));
  return held('Buffering', fits, has, takes, 'they are never mixed');
}

/** Few, dense chips: what older controllers do not address though the size is allowed. */
function dense({ generation: of, bytes, ranks }: MemoryModule): Reason[] {
  if ((of !== 'DDR3' && of !== 'DDR3L') || bytes < DENSE || ranks !== 1) return [];
  return [
    limit(
      'Chips',
      `${binary(bytes)} in one rank: few, dense chips, which older controllers do not know`,
      'try it, or take one of two ranks',
    ),
  ];
}

function profile({ generation: of, speed, profile: named }: MemoryModule): Reason[] {
  const standard = RATES[of];
  if (named !== undefined && named > speed) {
    return [
      limit(
        'Profile',
        `starts at ${speed} MT/s; ${named} only with its profile switched on in setup, outside the standard`,
      ),
    ];
  }
  if (!standard || standard.some((rate) => sameRate(rate, speed))) return [];
  return [
    limit(
      'Profile',
      `${speed} MT/s is no rate of the standard: a profile; it starts slower by itself`,
      'look for the rate of the standard on its label',
    ),
  ];
}

/** Modules that stay beside modules that come: registered never beside unbuffered, and ECC holds only where all have it. */
export function beside(device: DeviceMemory, module: MemoryModule, kept: readonly FittedModule[]): Reason[] {
  const of = module.buffering ?? 'unbuffered';
  const mixed = kept.filter((one) => one.buffering && unbuffered(one.buffering) !== unbuffered(of));
  if (mixed.length > 0) {
    return [
      {
        rule: 'Mixed',
        outcome: 'fail',
        sentence: `${of} beside ${mixed.map(named).join(', ')}: they are never mixed`,
        remedy: 'change all of them',
      },
    ];
  }
  if (device.buffering !== 'ECC') return [];
  if (of !== 'ECC')
    return [limit('ECC', 'this module has no ECC: the whole memory runs without it', 'modules with ECC')];
  const without = kept.filter((one) => one.buffering && one.buffering !== 'ECC');
  if (without.length > 0)
    return [limit('ECC', `${without.map(({ slot }) => slot).join(', ')} has no ECC: the whole memory runs without it`)];
  const unknown = kept.filter((one) => one.buffering === undefined);
  return unknown.length === 0
    ? []
    : [
        limit(
          'ECC',
          `whether ${unknown.map(({ slot }) => slot).join(', ')} has ECC is not noted: without it, none of the memory has`,
          'look at its label',
        ),
      ];
}

const named = ({ slot, buffering: of }: FittedModule) => `${of ?? ''} in ${slot}`;

/** What the common rate means for new modules, and for those that stay. */
export function rates(
  device: DeviceMemory,
  module: MemoryModule,
  kept: readonly FittedModule[],
  full: boolean,
): { speed: number; reasons: Reason[] } {
  const board = full ? Math.min(device.speed, device.speedFull ?? device.speed) : device.speed;
  const speed = Math.min(board, module.speed, ...kept.flatMap((one) => one.speed ?? []));
  const rated = sameRate(speed, module.speed);
  const slowed = kept.filter((one) => one.speed !== null && !sameRate(one.speed, speed) && one.speed > speed);
  const before = (one: FittedModule) => Math.min(one.speed ?? 0, device.speed);
  const losing = slowed.filter((one) => !sameRate(before(one), speed) && before(one) > speed);
  const unknown = kept.filter((one) => one.speed === null);
  return {
    speed,
    reasons: [
      {
        rule: 'Speed',
        outcome: rated ? 'pass' : 'limit',
        measured: `${speed} MT/s`,
        limit: `${module.speed} MT/s`,
        sentence: rated ? `runs at ${speed} MT/s, as rated` : `runs at ${speed} MT/s: ${slowest(device, board, speed)}`,
      },
      ...losing.map((one) => limit('Fitted', `${one.slot} slows down from ${before(one)} to ${speed} MT/s`)),
      ...(unknown.length > 0
        ? [
            limit(
              'Fitted',
              `the rate of ${unknown.map(({ slot }) => slot).join(', ')} is not noted: all of it may run slower`,
              'look at its label',
            ),
          ]
        : []),
    ],
  };
}

function slowest(device: DeviceMemory, board: number, speed: number): string {
  return board < device.speed && sameRate(board, speed)
    ? 'the controller, with every slot filled'
    : 'the slowest common rate';
}

/** Ranks on each channel against what the controller drives; one that nobody noted leaves it open. */
export function ranks(device: DeviceMemory, byChannel: readonly (number | null)[]): Reason[] {
  const most = device.ranksPerChannel;
  if (most === undefined) return [];
  const known = byChannel.flatMap((count) => count ?? []);
  const over = Math.max(0, ...known);
  if (over > most)
    return [held('Ranks', false, `${over} ranks on a channel`, String(most), 'the controller drives no more')];
  if (known.length < byChannel.length)
    return [
      {
        rule: 'Ranks',
        outcome: 'unknown',
        sentence: `the controller drives ${most} ranks a channel; those of a module are not noted`,
        remedy: 'look at its label, such as 2Rx8',
      },
    ];
  return [held('Ranks', true, `${over} ranks on a channel`, String(most), '')];
}

/** A system of 32 bits has no addresses for more than 4 GiB, devices included. */
export function addressed(device: DeviceMemory, total: number, bits: SystemBits | undefined): Reason[] {
  if (total < ADDRESSES_32 || bits === '64 bits') return [];
  const uses = '2.75 to 3.5 GiB of it';
  if (bits === '32 bits') return [limit('System', `its system of 32 bits uses ${uses}`, 'a system of 64 bits')];
  const old = device.generation === 'DDR2' || device.generation === 'DDR3' || device.generation === 'DDR3L';
  return old
    ? [
        limit(
          'System',
          `whether its system is one of 64 bits is not noted; one of 32 bits uses ${uses}`,
          'look, and note it with the memory',
        ),
      ]
    : [];
}
