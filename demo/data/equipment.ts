import type { Berthing, BootStick, Equipment, Holder, Port } from '@udrel/core/equipment';
import { TIB } from '@udrel/core/capacity';
import type { DemoPart } from './parts';

const usb = (name: string, plug: 'A' | 'C', mode: Extract<Port, { kind: 'usb' }>['mode']): Port => {
  return { kind: 'usb', name, plug, mode };
};

/** Sockets of the demo devices, by how old they are. */
export const PORTS = {
  modern: [usb('left', 'C', '10 Gb/s'), usb('right', 'A', '5 Gb/s')],
  middle: [usb('left', 'A', '5 Gb/s'), usb('right', 'A', '2.0')],
  desk: [
    usb('front', 'A', '5 Gb/s'),
    usb('rear, blue', 'A', '5 Gb/s'),
    { ...usb('rear, upper', 'A', '2.0'), shares: 'rear hub' },
    { ...usb('rear, lower', 'A', '2.0'), shares: 'rear hub' },
  ],
  old: [usb('left', 'A', '2.0'), usb('right', 'A', '2.0'), { kind: 'esata', name: 'rear', generation: 2 } as Port],
};

const box = (sizes: ('1.8' | '2.5' | '3.5')[], height: number | null, connector: 'SATA' | 'PATA 44' = 'SATA') => {
  return { form: 'box', sizes, connector, height } satisfies Berthing;
};

function holder(
  name: string,
  partNumber: string,
  spec: Partial<Holder> & Pick<Holder, 'kind' | 'bays'>,
  pieces: number,
) {
  const whole: Holder = {
    mode: '5 Gb/s',
    plug: 'A',
    ownPower: false,
    queued: true,
    largest: null,
    sectors: null,
    duplicates: false,
    ...spec,
  };
  return equipment(name, partNumber, whole, pieces);
}

function equipment(name: string, partNumber: string, spec: Equipment, pieces: number): DemoPart {
  return { kind: 'equipment', maker: 'Lowtide', name, partNumber, price: 0, pieces, place: 'bench cupboard', spec };
}

function stick(name: string, partNumber: string, spec: Partial<BootStick>, checkedDaysAgo?: number): DemoPart {
  const whole: BootStick = {
    kind: 'boot stick',
    starts: ['UEFI'],
    fileSystems: ['NTFS', 'FAT32', 'exFAT', 'ext4'],
    controllers: ['AHCI', 'NVMe'],
    plug: 'A',
    checked: null,
    ...spec,
  };
  return { ...equipment(name, partNumber, whole, 1), ...(checkedDaysAgo === undefined ? {} : { checkedDaysAgo }) };
}

/** What the demo shop copies with. */
export const copyEquipment: DemoPart[] = [
  holder(
    'enclosure for NVMe cards',
    'LT-EN-NV',
    {
      kind: 'enclosure',
      bays: [{ form: 'm2', lengths: [30, 42, 60, 80], protocols: ['NVMe'] }],
      mode: '10 Gb/s',
      plug: 'C',
      lead: 'loose',
    },
    2,
  ),
  holder(
    'enclosure for SATA cards',
    'LT-EN-SA',
    { kind: 'enclosure', bays: [{ form: 'm2', lengths: [42, 60, 80], protocols: ['SATA'] }] },
    1,
  ),
  holder('enclosure 2.5 inch', 'LT-EN-25', { kind: 'enclosure', bays: [box(['2.5'], 9.5)] }, 3),
  holder('enclosure for Mini Cards', 'LT-EN-MC', { kind: 'enclosure', bays: [{ form: 'msata' }] }, 1),
  holder(
    'dock with two bays',
    'LT-DK-2',
    {
      kind: 'dock',
      bays: [box(['2.5', '3.5'], null), box(['2.5', '3.5'], null)],
      mode: '10 Gb/s',
      plug: 'C',
      ownPower: true,
      duplicates: true,
    },
    1,
  ),
  holder(
    'dock, old',
    'LT-DK-1',
    { kind: 'dock', bays: [box(['2.5', '3.5'], null)], mode: '2.0', ownPower: true, queued: false, largest: 2 * TIB },
    1,
  ),
  holder('cable for SATA drives', 'LT-CB-SA', { kind: 'cable', bays: [box(['2.5'], null)] }, 2),
  holder(
    'cable for PATA 44 drives',
    'LT-CB-44',
    { kind: 'cable', bays: [box(['2.5'], null, 'PATA 44')], mode: '2.0', queued: false },
    1,
  ),
  stick('boot stick 1', 'LT-ST-1', { starts: ['UEFI', 'legacy'], signed: true }, 12),
  stick('boot stick 2', 'LT-ST-2', { starts: ['legacy'], controllers: ['AHCI'], fileSystems: ['NTFS', 'FAT32'] }, 260),
  equipment(
    'bench computer 1',
    'LT-BH-1',
    {
      kind: 'bench host',
      ports: [usb('front C', 'C', '20 Gb/s'), usb('front A', 'A', '10 Gb/s')],
      berths: [
        ...[1, 2].map(() => box(['2.5', '3.5'], null)),
        ...[1, 2].map((): Berthing => ({ form: 'm2', lengths: [30, 42, 60, 80, 110], protocols: ['SATA', 'NVMe'] })),
        { form: 'msata' },
      ],
    },
    1,
  ),
  equipment(
    'hub with four sockets',
    'LT-HB-4',
    { kind: 'hub', plug: 'A', mode: '5 Gb/s', sockets: ['A', 'A', 'A', 'C'], ownPower: true },
    1,
  ),
];
