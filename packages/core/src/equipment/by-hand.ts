import { START_MODES, type StartMode } from '../inventory';
import type { UsbMode } from '../links';
import type { Berthing, ControllerMode, Equipment, Plug } from './types';

/** What a drive is put into, as a person at the bench calls it. */
const TAKES = {
  '2.5 inch SATA': { form: 'box', sizes: ['2.5'], connector: 'SATA', height: null },
  '3.5 inch SATA': { form: 'box', sizes: ['3.5'], connector: 'SATA', height: null },
  '2.5 and 3.5 inch SATA': { form: 'box', sizes: ['2.5', '3.5'], connector: 'SATA', height: null },
  '2.5 inch PATA': { form: 'box', sizes: ['2.5'], connector: 'PATA 44', height: null },
  'M.2 NVMe': { form: 'm2', lengths: [30, 42, 60, 80], protocols: ['NVMe'] },
  'M.2 SATA': { form: 'm2', lengths: [42, 60, 80], protocols: ['SATA'] },
  'M.2, both': { form: 'm2', lengths: [30, 42, 60, 80], protocols: ['SATA', 'NVMe'] },
  'Mini Card': { form: 'msata' },
} as const satisfies Record<string, unknown>;

/** What a bay or berth can take. */
export type Taking = keyof typeof TAKES;
export const TAKINGS = Object.keys(TAKES) as [Taking, ...Taking[]];

export const EQUIPMENT_KINDS = ['enclosure', 'dock', 'cable', 'boot stick', 'bench host', 'hub'] as const;
export type EquipmentKind = (typeof EQUIPMENT_KINDS)[number];

/** A thing of the bench as it is typed; what does not belong to its kind is not read. */
export interface TypedEquipment {
  kind: EquipmentKind;
  /** Bays or berths one after another; of a stick and a hub none. */
  bays: Taking[];
  mode: UsbMode;
  plug: Plug;
  ownPower: boolean;
  /** Of a stick: how it starts, what its system reads, and through which controllers. */
  starts: StartMode[];
  fileSystems: string[];
  controllers: ControllerMode[];
  /** Sockets of a hub or a bench host. */
  socketsA: number;
  socketsC: number;
}

const bayOf = (taking: Taking): Berthing => structuredClone(TAKES[taking]) as unknown as Berthing;
const many = <T>(count: number, one: (n: number) => T): T[] => Array.from({ length: count }, (_none, n) => one(n));

/**
 * A thing of the bench as the library keeps it. What was not asked is said to be unknown: no limit of size, the drive's own sectors,
 * one command at a time.
 */
export function equipmentByHand(typed: TypedEquipment): Equipment {
  const { kind, bays, mode, plug, ownPower, starts, fileSystems, controllers, socketsA, socketsC } = typed;
  switch (kind) {
    case 'boot stick':
      return {
        ...{ kind, plug, starts: START_MODES.filter((one) => starts.includes(one)) },
        ...{ fileSystems, controllers, checked: null },
      };
    case 'bench host': {
      const port = (of: Plug) => (n: number) => ({ kind: 'usb', name: `${of} ${n + 1}`, plug: of, mode }) as const;
      const ports = [...many(socketsA, port('A')), ...many(socketsC, port('C'))];
      return { kind, ports, berths: bays.map(bayOf) };
    }
    case 'hub':
      return {
        ...{ kind, plug, mode, ownPower },
        sockets: [...many(socketsA, () => 'A' as const), ...many(socketsC, () => 'C' as const)],
      };
    default:
      return {
        ...{ kind, bays: bays.map(bayOf), mode, plug, ownPower },
        ...{ queued: false, largest: null, sectors: null, duplicates: false },
      };
  }
}
