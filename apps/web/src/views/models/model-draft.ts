import { detailsOf, draftOfDetails, type DetailsDraft } from './details-draft';
import type { Checklists, ModelSpec } from '@udrel/contract/types';
import { USUAL_FUNCTIONS } from '@udrel/core/device';
import { binary, parseCapacity } from '@udrel/core/capacity';
import type { Port } from '@udrel/core/equipment';
import { CHANNELS, type Buffering } from '@udrel/core/memory';
import type { KeptForm } from '../../features/form/kept-form';
import type { FieldProblem } from '../../features/form/shaped-form';
import { draftOf, fieldOfSite, siteOf, type ModelSite, type SiteDraft } from '../../features/site-editor/site-draft';

/** A site being described: `base` is what the form began with. */
export interface DraftedSite {
  base: ModelSite;
  name: string;
  fields: SiteDraft;
}

/** A model as typed: every figure a text. */
export interface ModelDraft {
  maker: string;
  name: string;
  code: string;
  kind: ModelSpec['kind'];
  note: string;
  /** Minutes to open it; empty: the rule of thumb. */
  opening: string;
  battery: '' | NonNullable<ModelSpec['battery']>;
  sites: DraftedSite[];
  memory: Record<
    | 'soldered'
    | 'slots'
    | 'slotChannels'
    | 'slotMaximum'
    | 'maximum'
    | 'speed'
    | 'channels'
    | 'generation'
    | 'form'
    | 'buffering'
    | 'maximumFrom'
    | 'speedFull'
    | 'fillFirst'
    | 'ranksPerChannel',
    string
  >;
  firmware: Record<'uefi' | 'startsNvme' | 'secureBoot' | 'startsOutside', '' | 'yes' | 'no'> & {
    controller: '' | 'AHCI' | 'RAID';
    setUpKey: string;
    startMenuKey: string;
  };
  ports: { kind: Port['kind']; name: string; plug: 'A' | 'C'; rate: string; shares: string }[];
  /** One a line. */
  functions: string;
  disassembly: {
    stage: string;
    kind: ModelSpec['disassembly'][number]['kind'];
    name: string;
    count: string;
    details: DetailsDraft;
  }[];
}

/** The channels of slots as they are typed. */
const LETTERS = ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H'];

export type ModelForm = KeptForm<ModelDraft, ModelSpec>;

const said = (value: boolean | null) => (value === null ? '' : value ? 'yes' : 'no');
const heard = (value: '' | 'yes' | 'no') => (value === '' ? null : value === 'yes');
const size = (bytes: number) => (bytes === 0 ? '0' : binary(bytes));

/** The form of a model that is known. */
export function draftOfModel(spec: ModelSpec): ModelDraft {
  const { memory, firmware } = spec;
  return {
    maker: spec.maker,
    name: spec.name,
    code: spec.code,
    kind: spec.kind,
    note: spec.note,
    opening: spec.opening === undefined ? '' : String(spec.opening),
    battery: spec.battery ?? '',
    sites: spec.sites.map((site) => ({ base: site, name: site.name, fields: draftOf(site) })),
    memory: {
      generation: memory.generation,
      form: memory.form,
      soldered: size(memory.soldered),
      slots: memory.slots.join(', '),
      slotChannels: (memory.slotChannels ?? []).map((channel) => LETTERS[channel] ?? '').join(', '),
      buffering: memory.buffering ?? '',
      slotMaximum: size(memory.slotMaximum),
      maximum: size(memory.maximum),
      speed: String(memory.speed),
      channels: String(memory.channels),
      maximumFrom: memory.maximumFrom ?? '',
      speedFull: memory.speedFull === undefined ? '' : String(memory.speedFull),
      fillFirst: (memory.fillFirst ?? []).join(', '),
      ranksPerChannel: memory.ranksPerChannel === undefined ? '' : String(memory.ranksPerChannel),
    },
    firmware: {
      uefi: said(firmware.uefi),
      startsNvme: said(firmware.startsNvme),
      secureBoot: said(firmware.secureBoot ?? null),
      startsOutside: said(firmware.startsOutside ?? null),
      controller: firmware.controller ?? '',
      setUpKey: firmware.setUpKey ?? '',
      startMenuKey: firmware.startMenuKey ?? '',
    },
    ports: (spec.ports ?? []).map((port) => ({
      kind: port.kind,
      name: port.name,
      plug: port.kind === 'usb' ? port.plug : 'A',
      rate: port.kind === 'usb' ? port.mode : String(port.generation),
      shares: port.kind === 'usb' ? (port.shares ?? '') : '',
    })),
    functions: spec.functions.join('\n'),
    disassembly: spec.disassembly.map(({ details, ...item }) => ({
      ...item,
      stage: String(item.stage),
      count: String(item.count),
      details: draftOfDetails(details),
    })),
  };
}

/** A copy of the nearest known model to describe another from: nobody has looked at its sites yet. */
export function copyOf(spec: ModelSpec, named: Pick<ModelSpec, 'maker' | 'name' | 'code'>): ModelDraft {
  const sites = spec.sites.map((site) => ({ ...site, unconfirmed: true }));
  const { maker, name, code } = named;
  return { ...draftOfModel({ ...spec, sites }), maker, name, code };
}

const EMPTY: ModelSpec = {
  maker: '',
  name: '',
  code: '',
  kind: 'laptop',
  sites: [],
  memory: {
    generation: 'DDR4',
    form: 'SO-DIMM',
    soldered: 0,
    slots: ['slot 1', 'slot 2'],
    slotMaximum: 16 * 1024 ** 3,
    maximum: 32 * 1024 ** 3,
    speed: 3200,
    channels: 2,
  },
  firmware: { uefi: null, startsNvme: null },
  functions: [],
  disassembly: [],
  note: '',
};
/** A model of which nothing is known yet: what nobody told is neither a size nor a yes. What is looked at begins as the shop says. */
export function emptyDraft(looked: LookedAt): ModelDraft {
  const draft = draftOfModel(EMPTY);
  const memory = Object.fromEntries(Object.keys(draft.memory).map((field) => [field, ''])) as ModelDraft['memory'];
  return { ...draft, memory, functions: looked(EMPTY.kind) };
}

/** What of a device of a kind is looked at, one a line. */
export type LookedAt = (kind: ModelSpec['kind']) => string;

/** As the shop has said it; where it has not, what is usual. */
export const lookedAt =
  ({ lists }: Checklists): LookedAt =>
  (kind) => {
    const own = lists.find((one) => one.kind === kind)?.functions ?? [];
    return (own.length > 0 ? own : USUAL_FUNCTIONS[kind]).join('\n');
  };

/** A further site of a form, under the next free letter; nothing is taken for measured. */
export function newSite(form: ModelSite['form'], taken: readonly string[]): DraftedSite {
  const id = 'abcdefghijklmnop'.split('').find((letter) => !taken.includes(letter)) ?? `s${taken.length}`;
  const common = { id, name: `Site ${id.toUpperCase()}`, needs: '', disables: '' };
  const base = baseOf(form, common);
  return { base, name: base.name, fields: draftOf(base) };
}

type Common = Pick<ModelSite, 'id' | 'name' | 'needs' | 'disables'>;

function baseOf(form: ModelSite['form'], common: Common): ModelSite {
  switch (form) {
    case 'm2':
      return {
        ...common,
        form,
        key: 'M',
        posts: [80],
        roomAbove: null,
        roomBelow: null,
        screw: false,
      };
    case 'msata':
      return { ...common, form, size: 'full', screw: false };
    case 'optical':
      return { ...common, form, height: null, sata: 3 };
    case 'pcie':
      return { ...common, form, size: 16, bracket: 'full', room: null };
    case 'blade':
      return { ...common, form, contacts: '12+16', roomAbove: null, screw: false };
    case 'soldered':
      return { ...common, form };
    default:
      return { ...common, form, height: null, sata: 3, power12V: form === '3.5' };
  }
}

/** The site as far as it can be read from its form, for the drawing. */
export function shownSite({ base, name, fields }: DraftedSite): ModelSite {
  const read = siteOf(base, fields);
  return { ...(read.ok ? read.body : base), name, ...(base.unconfirmed ? { unconfirmed: true } : {}) };
}

/** The field of the form that holds a field of a model as it is sent. */
export function fieldOfModel(sent: string): string {
  const [, index, field = ''] = /^sites\.(\d+)\.(.+)$/.exec(sent) ?? [];
  if (index !== undefined) return `sites.${index}.${field === 'name' ? field : `fields.${fieldOfSite(field)}`}`;
  return sent
    .replace(/^functions\..*$/, 'functions')
    .replace(/^(ports\.\d+)\.(mode|generation)$/, '$1.rate')
    .replace(/^(memory\.(slots|slotChannels|fillFirst))\..*$/, '$1');
}

/** The model that was typed with everything in it that cannot be read; it is whole only where nothing is. */
export function modelOf(draft: ModelDraft): { spec: ModelSpec; problems: FieldProblem[] } {
  const problems: FieldProblem[] = [];
  const wrong = (field: string, sentence: string) => void problems.push({ field, sentence });
  for (const field of ['maker', 'name', 'code'] as const) {
    if (draft[field].trim() === '') wrong(field, 'Needed to tell models apart.');
  }
  const sites = draft.sites.map((one, index) => {
    const read = siteOf(one.base, one.fields);
    if (!read.ok) for (const { field, sentence } of read.problems) wrong(`sites.${index}.${field}`, sentence);
    return shownSite(one);
  });
  // What was typed before the form had some of these is kept in the browser without them.
  const { generation, form, slots, slotChannels = '', speed, channels, buffering = '' } = draft.memory;
  const { maximumFrom = '', speedFull = '', fillFirst = '', ranksPerChannel = '' } = draft.memory;
  if (generation === '') wrong('memory.generation', 'Choose it: the label of a module says it.');
  if (form === '') wrong('memory.form', 'Choose it: the label of a module says it.');
  if (channels === '') wrong('memory.channels', 'Choose as many as the board has; one where nobody knows more.');
  if (slots.trim() === '' && /^0?$/.test(draft.memory.soldered.trim()))
    wrong('memory.slots', 'Name its slots, or how much is soldered.');
  const first = listed(fillFirst, ',');
  const unknown = first.find((slot) => !listed(slots, ',').includes(slot));
  if (unknown !== undefined) wrong('memory.fillFirst', `There is no slot “${unknown}”.`);
  const wired = listed(slotChannels, ',').map((letter) => LETTERS.indexOf(letter.toUpperCase()));
  if (wired.includes(-1)) wrong('memory.slotChannels', 'A, B … for each slot, with commas; empty where nobody knows.');
  else if (wired.length > 0 && wired.length !== listed(slots, ',').length)
    wrong('memory.slotChannels', `As many as there are slots: ${listed(slots, ',').length}.`);
  const bytes = (field: 'soldered' | 'slotMaximum' | 'maximum') => {
    const read = parseCapacity(draft.memory[field], 'GiB');
    if (!read.ok) wrong(`memory.${field}`, 'Type a size such as 16 GiB, or 0.');
    return read.ok ? Math.round(read.bytes) : 0;
  };
  const whole = (field: string, text: string, least: number) => {
    const value = Number(text);
    const right = Number.isInteger(value) && value >= least && text.trim() !== '';
    if (!right) wrong(field, 'Type a whole number.');
    return right ? value : least;
  };
  const spec: ModelSpec = {
    maker: draft.maker.trim(),
    name: draft.name.trim(),
    code: draft.code.trim(),
    kind: draft.kind,
    sites,
    memory: {
      generation: generation as ModelSpec['memory']['generation'],
      form: form as ModelSpec['memory']['form'],
      soldered: bytes('soldered'),
      slots: listed(slots, ','),
      slotMaximum: bytes('slotMaximum'),
      maximum: bytes('maximum'),
      speed: whole('memory.speed', speed, 100),
      channels: CHANNELS.find((one) => String(one) === channels) ?? 2,
      ...(wired.length > 0 ? { slotChannels: wired } : {}),
      ...(buffering === '' ? {} : { buffering: buffering as Buffering }),
      ...(maximumFrom === 'firmware' ? { maximumFrom } : {}),
      ...(speedFull.trim() === '' ? {} : { speedFull: whole('memory.speedFull', speedFull, 100) }),
      ...(first.length > 0 ? { fillFirst: first } : {}),
      ...(ranksPerChannel.trim() === ''
        ? {}
        : { ranksPerChannel: whole('memory.ranksPerChannel', ranksPerChannel, 1) }),
    },
    firmware: firmwareOf(draft.firmware),
    ports: draft.ports.map(({ kind, name, plug, rate, shares }): Port =>
      kind === 'usb'
        ? {
            kind,
            name,
            plug,
            mode: rate as Extract<Port, { kind: 'usb' }>['mode'],
            ...(shares.trim() === '' ? {} : { shares: shares.trim() }),
          }
        : { kind, name, generation: Number(rate) as 1 | 2 | 3 },
    ),
    functions: listed(draft.functions, '\n'),
    disassembly: draft.disassembly.map(({ details, ...item }, index) => ({
      ...item,
      stage: whole(`disassembly.${index}.stage`, item.stage, 1),
      count: whole(`disassembly.${index}.count`, item.count, 1),
      ...detailsOf(details, (field, sentence) => wrong(`disassembly.${index}.details.${field}`, sentence)),
    })),
    ...(draft.opening.trim() === '' ? {} : { opening: whole('opening', draft.opening, 1) }),
    ...(draft.battery === '' ? {} : { battery: draft.battery }),
    note: draft.note,
  };
  return { spec, problems };
}

function firmwareOf(firmware: ModelDraft['firmware']): ModelSpec['firmware'] {
  const { uefi, startsNvme, controller, secureBoot, startsOutside = '', setUpKey = '', startMenuKey = '' } = firmware;
  const [secured, outside] = [heard(secureBoot), heard(startsOutside)];
  return {
    uefi: heard(uefi),
    startsNvme: heard(startsNvme),
    ...(controller === '' ? {} : { controller }),
    ...(secured === null ? {} : { secureBoot: secured }),
    ...(outside === null ? {} : { startsOutside: outside }),
    ...(setUpKey.trim() ? { setUpKey: setUpKey.trim() } : {}),
    ...(startMenuKey.trim() ? { startMenuKey: startMenuKey.trim() } : {}),
  };
}

const listed = (text: string, by: string) =>
  text
    .split(by)
    .map((one) => one.trim())
    .filter(Boolean);
