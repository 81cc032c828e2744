import { SLOT_SIZES, type Firmware, type Site } from '../fit';
import { LANES, PCIE_GENERATIONS } from '../links';
import { GENERATIONS, MODULE_FORMS, type DeviceMemory, type MemoryGeneration } from '../memory';
import type { BoardSlot, ChassisGroup } from '../smbios';
import type { ReadDrive, Reading } from './types';

/** A device model as far as a file tells of it; every site is to be confirmed by somebody who looks. */
export interface ModelDraft {
  maker: string;
  name: string;
  code: string;
  kind: 'laptop' | 'desktop' | 'all-in-one' | 'small desktop' | 'handheld';
  sites: Site[];
  memory: DeviceMemory;
  firmware: Firmware;
  functions: string[];
  disassembly: never[];
  note: string;
}

const KINDS: Readonly<Record<ChassisGroup, ModelDraft['kind']>> = {
  laptop: 'laptop',
  tablet: 'handheld',
  desktop: 'desktop',
  'all-in-one': 'all-in-one',
  mini: 'small desktop',
  server: 'desktop',
  other: 'desktop',
};

const CARRIED = ['Keyboard', 'Touchpad', 'Display', 'Sound', 'Camera', 'Wireless', 'Charging'];
const STANDING = ['Display', 'Sound', 'Network', 'Front USB', 'Power button'];

/** A model made from what a device says of itself, or why none can be made. */
export function draftModel(reading: Reading): { ok: true; model: ModelDraft } | { ok: false; sentence: string } {
  const { device, firmwareMode, drives } = reading;
  if (!device || device.product === '') {
    return { ok: false, sentence: 'The file does not name its device: a probe file made as root does.' };
  }
  const kind = KINDS[device.chassis];
  const { maker, product, version, sku } = device;
  const nvmeStarts = firmwareMode === 'UEFI' && drives.some((one) => one.identity?.bus === 'NVMe' && startsFrom(one));
  return {
    ok: true,
    model: {
      maker: maker || 'maker not told',
      name: product.slice(0, 80),
      code: (version || sku || product).slice(0, 40),
      kind,
      sites: sitesOf(device.slots, drives, kind === 'laptop' || kind === 'handheld'),
      memory: memoryOf(reading),
      firmware: {
        uefi: firmwareMode === null ? device.firmware.uefi : firmwareMode === 'UEFI',
        startsNvme: nvmeStarts || null,
      },
      functions: kind === 'laptop' || kind === 'handheld' ? CARRIED : STANDING,
      disassembly: [],
      note: 'Made from a probe file: look inside, confirm each site, note the screws.',
    },
  };
}

const startsFrom = ({ source }: ReadDrive) => source?.partitions.some(({ kind }) => kind === 'EFI system') ?? false;

/** Sites by what the board and the drives in it tell; heights and posts are nowhere told. */
function sitesOf(slots: readonly BoardSlot[], drives: readonly ReadDrive[], carried: boolean): Site[] {
  const inside = drives.filter(({ bridged, identity }) => !bridged && identity !== null);
  const cards = slots.filter(({ kind }) => kind === 'M.2 socket 2' || kind === 'M.2 socket 3');
  const running = inside.filter(({ identity }) => identity?.bus === 'NVMe').slice(cards.length);
  // What a portable calls a PCIe slot is wired to something on its board.
  const free = carried ? [] : slots.filter(({ kind }) => kind.startsWith('PCIe'));
  const boxes = inside.filter(({ identity }) => identity?.bus === 'ATA' && identity.form !== 'm2');
  const made = [
    ...cards.map(({ kind }) => (kind === 'M.2 socket 2' ? keyB() : keyM(null))),
    ...running.map(({ link }) => keyM(link)),
    ...boxes.map(({ identity, link }) =>
      bay(identity?.form === '3.5' ? '3.5' : '2.5', link?.kind === 'sata' ? link.generation : 3),
    ),
    ...free.map(pcieSlot),
  ];
  return made.slice(0, 12).map((site, index): Site => {
    const letter = String.fromCharCode(97 + index);
    return {
      ...site,
      id: letter,
      name: `Site ${letter.toUpperCase()}`,
      needs: '',
      disables: '',
      unconfirmed: true,
    } as Site;
  });
}

const unmeasured = { roomAbove: null, roomBelow: null, screw: false };
/** What a slot of either kind is wired to, the firmware does not say; a drive that runs in it does. */
const keyM = (link: ReadDrive['link']) => ({
  form: 'm2' as const,
  key: 'M' as const,
  posts: [80 as const],
  ...(link?.kind === 'pcie' ? { pcie: { generation: link.generation, lanes: link.lanes } } : {}),
  ...unmeasured,
});
const keyB = () => ({
  form: 'm2' as const,
  key: 'B' as const,
  posts: [42 as const],
  ...unmeasured,
});
/** Generation and lanes stand in its kind; of more than four lanes a drive uses four. */
function pcieSlot({ kind, lanes }: BoardSlot) {
  const generation = PCIE_GENERATIONS.find((one) => kind === `PCIe ${one}`);
  const wired = LANES.findLast((one) => one <= (lanes ?? 0));
  return {
    form: 'pcie' as const,
    size: SLOT_SIZES.find((size) => size >= (lanes ?? 16)) ?? 16,
    ...(generation && wired ? { pcie: { generation, lanes: wired } } : {}),
    bracket: 'full' as const,
    room: null,
  };
}
const bay = (form: '2.5' | '3.5', sata: 1 | 2 | 3) => ({ form, height: null, sata, power12V: form === '3.5' });

function memoryOf({ device }: Reading): DeviceMemory {
  const { devices = [], maximum = null } = device?.memory ?? {};
  const soldered = devices.filter(({ form }) => form === 'soldered').reduce((sum, { bytes }) => sum + (bytes ?? 0), 0);
  const modules = devices.filter(({ form }) => form !== 'soldered');
  const fitted = modules.reduce((sum, { bytes }) => sum + (bytes ?? 0), 0);
  const known = devices.find(({ generation }) => (GENERATIONS as readonly string[]).includes(generation));
  // What firmware names as maximum may be stale: never below what is in the device.
  const most = Math.max(maximum ?? 0, soldered + fitted);
  const rates = devices.flatMap(({ configured, speed }) => configured ?? speed ?? []);
  return {
    generation: (known?.generation as MemoryGeneration | undefined) ?? 'DDR4',
    form: MODULE_FORMS.find((form) => modules.some((one) => one.form === form)) ?? 'SO-DIMM',
    soldered,
    slots: modules.slice(0, 16).map(({ slot }, index) => slot.slice(0, 20) || `slot ${index + 1}`),
    slotMaximum: modules.length > 0 ? Math.floor((most - soldered) / modules.length) : 0,
    maximum: most,
    maximumFrom: 'firmware',
    speed: Math.min(20_000, Math.max(100, ...rates)),
    channels: devices.length > 1 ? 2 : 1,
  };
}
