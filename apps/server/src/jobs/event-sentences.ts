import type { JobEvent, JobEventData, JobEventKind } from '@udrel/contract/events';
import type { RunKind } from '@udrel/core/estimate';
import { factRow, FACT_KEYS } from '@udrel/core/facts';
import { targetName, targetTitle, type TargetId } from '@udrel/core/layout';
import { amount } from '@udrel/core/money';

/** The kinds of run as a sentence begins with them. */
const RUN_NAMES: Readonly<Record<RunKind, string>> = {
  copy: 'Copy',
  decrypt: 'Decrypting',
  check: 'File-system check',
  'read back': 'Reading back',
  wipe: 'Wiping',
  'memory test': 'Memory test',
  'bring files': 'Bringing files',
};

function runName({ kind, onto }: { kind: RunKind; onto: TargetId | null }): string {
  return `${RUN_NAMES[kind]}${onto === null || onto === 'new' ? '' : ` onto the ${targetName(onto)}`}`;
}

const driveNamed = (onto: TargetId | null) => targetName(onto ?? 'new');
const site = (siteId: string) => siteId.toUpperCase();
const listed = (parts: readonly (string | false | undefined)[], by: string) => parts.filter(Boolean).join(by);

function recorded({ key, serial }: JobEventData['fact recorded'], as: 'Recorded' | 'Corrected'): string {
  const done = FACT_KEYS.includes(key) ? factRow(key).done : null;
  if (!done || !serial) return `${as}: ${key}`;
  return `${done}${as === 'Corrected' ? ' anew' : ''}: ${serial}`;
}

/** The reason given, and which earlier entries of the history it puts right. */
function because({ data, corrects = [] }: { data: { reason?: string }; corrects?: readonly number[] }): string {
  const which = corrects.length > 0 ? ` (corrects ${corrects.map((seq) => `#${seq}`).join(', ')})` : '';
  return `${data.reason ? `: ${data.reason}` : ''}${which}`;
}

/** What was noted of an item of the strip-down sheet besides what came out and went back. */
function beside({ missing, left, replaced }: JobEventData['disassembly counted']): string[] {
  const noted = [
    [missing, 'missing on arrival'],
    [left, 'not removed'],
    [replaced, 'replaced'],
  ] as const;
  return noted.flatMap(([count, words]) => (count ? [`${count} ${words}`] : []));
}

type Sentences = { [K in JobEventKind]: (event: JobEvent<K>) => string };

/** What happened, in words. */
const SENTENCES: Sentences = {
  booked: () => 'Booked in',
  'fact recorded': ({ data }) => recorded(data, 'Recorded'),
  'fact corrected': ({ data }) => recorded(data, 'Corrected'),
  'drive reserved': ({ data }) => `Reserved ${data.serial} as ${targetName(data.on)} for site ${site(data.siteId)}`,
  'old drive moved': ({ data }) =>
    data.siteId
      ? `The old drive is to move to site ${site(data.siteId)}`
      : 'The old drive does not move to another site',
  'memory reserved': ({ data }) => `Reserved ${data.count} memory module(s)`,
  'reservation released': ({ data }) => `Released: ${data.role}`,
  'quote written': ({ data }) => `Quote ${data.version} written, ${amount(data.total)}`,
  'quote accepted': ({ data }) => `Quote ${data.version} accepted ${data.how}, ${amount(data.total)} for the order`,
  'quote declined': ({ data }) => `Quote ${data.version} declined on their page`,
  'bill issued': ({ data }) => `Bill ${data.number} issued: ${amount(data.total)}`,
  'bill credited': ({ data }) =>
    `Credit note ${data.number} to bill ${data.of}: ${amount(data.amount)}: ${data.reason}`,
  'payment taken': ({ data }) => `Taken: ${amount(data.amount)}, ${data.how}`,
  'payment corrected': ({ data }) =>
    `Payment of ${amount(data.was)} put right to ${amount(data.amount)}, ${data.how}: ${data.reason}`,
  'payment refunded': ({ data }) => `Given back: ${amount(data.amount)}, ${data.how}: ${data.reason}`,
  'part ordered': ({ data }) => `Ordered at ${data.supplier}: ${data.count} part(s), expected ${data.expected}`,
  'part late': ({ data }) => `Ordered part is late: expected ${data.expected}`,
  'part arrived': ({ data }) => listed(['Ordered part arrived', data.serials], ': '),
  'part not good': ({ data }) =>
    listed(
      [
        `Ordered part ${data.what === 'wrong' ? 'is the wrong one' : 'was dead on arrival'}`,
        data.note,
        data.expected ? `another is expected ${data.expected}` : 'not ordered again',
      ],
      '; ',
    ),
  'order cancelled': ({ data }) => listed(['Order cancelled', data.note], ': '),
  'not reserved': ({ data }) => `Arrived, but not reserved: ${data.why}`,
  'begin agreed': ({ data }) =>
    data.at ? `Agreed to begin on ${data.at.slice(0, 10)}` : 'Begins as it comes: no time is agreed any more',
  'promise moved': ({ data }) => `Promise moved to ${data.to.slice(0, 10)}`,
  'lesson kept': ({ data }) => `For the next one of this model: ${data.text}`,
  'plan accepted': ({ data }) => `Copy plan accepted, ${data.partitions} partitions`,
  prepared: ({ data }) => `Prepared: ${data.check}${data.note ? ` (${data.note})` : ''}`,
  'preparation taken back': ({ data }) => `Not prepared after all: ${data.check}`,
  'run began': ({ data }) =>
    `${runName(data)} began${data.passes ? `, ${data.passes} ${data.passes === 1 ? 'pass' : 'passes'}` : ''}, attempt ${data.attempt}${data.berth ? `, berth ${data.berth}` : ', timed by hand'}${data.through ? `, through ${data.through.join(', ')}` : ''}`,
  'run alarm': ({ data }) => `Berth ${data.berth}: ${data.sentence}`,
  'run ended': ({ data }) =>
    `${runName(data)}, attempt ${data.attempt}, ${data.outcome}${data.note ? `: ${data.note}` : ''}${data.losses ? `; lost: ${data.losses.join(', ')}` : ''}`,
  'losses told': ({ data }) => `Told, and acknowledged as lost: ${data.names.join(', ')}`,
  'read back asked': ({ data }) => `Berth ${data.berth} is asked to read the ${driveNamed(data.onto)}`,
  'reads asked': ({ data }) => `Berth ${data.berth} is asked to read ${data.serial} for ${data.seconds} s`,
  'reads failed': ({ data }) => `Drive not measured: ${data.trouble}`,
  'read back failed': ({ data }) => `${targetTitle(data.onto ?? 'new')} not read back: ${data.trouble}`,
  'read back': ({ data }) => `${targetTitle(data.onto ?? 'new')} read back: ${data.verdict}`,
  'disassembly counted': ({ data }) => [`${data.name}: ${data.out} out, ${data.back} back`, ...beside(data)].join(', '),
  'disassembly added': ({ data }) => `Not on the model’s sheet: ${data.count} × ${data.name}, stage ${data.stage}`,
  'disassembly restaged': ({ data }) => `${data.name} comes out at stage ${data.stage}, not ${data.from}`,
  'disassembly tapped': ({ data: { name, place, way, of } }) => {
    const at = `place ${place + 1} of ${name}`;
    if (way === 'out') return `Out: ${at}`;
    if (way === 'undo') return `Taken back: ${at}`;
    return of === name ? `Back: ${at}` : `${of} put into ${at}`;
  },
  'photo kept': ({ data }) => `Photograph at ${data.station}${data.phone ? ', by phone' : ''}`,
  'photo removed': ({ data }) => `Photograph at ${data.station} removed`,
  'model taught': ({ data }) => `Taken into the model: ${data.what.join('; ')}`,
  'disassembly placed': ({ data }) => `${data.name}: shown on the picture, ${data.places} of it`,
  'whole disassembly counted': ({ data }) =>
    data.way === 'none' ? 'Nothing more has to come out' : `Everything ${data.way}`,
  'gate overridden': ({ data }) => `Passed “${data.gate}” with a reason: ${data.reason}`,
  note: ({ data }) => `Note: ${data.text}`,
  claimed: ({ data }) => (data.from ? 'Taken over' : 'Taken up'),
  'handed off': ({ data }) =>
    listed(
      [
        'Put down',
        data.batteryOff && 'battery off',
        data.tried && `tried: ${data.tried}`,
        data.next && `next: ${data.next}`,
      ],
      '; ',
    ),
  'belonging kept': ({ data }) => `Kept: ${data.name}${data.place ? ` (${data.place})` : ''}`,
  'belonging moved': ({ data }) =>
    `${data.name} ${data.back ? 'given back' : `lies at ${data.place || 'no noted place'}`}`,
  'belonging kept longer': ({ data }) =>
    data.until ? `${data.name} is kept until ${data.until}` : `${data.name} is kept without a day`,
  'belonging missing': ({ data }) => `${data.name} is missing${data.place ? ` at ${data.place}` : ''}`,
  'belonging gone': ({ data }) =>
    data.as === 'returned' ? `${data.name} given back` : `${data.name} handed to recycling`,
  'wiped drive read': ({ data }) => `${data.samples} samples of the wiped drive ${data.serial} read: ${data.verdict}`,
  'wiped drive not read': ({ data }) => `The wiped drive ${data.serial} was not read: ${data.trouble}`,
  'drive wiped': ({ data }) =>
    `Certificate of a wipe issued: ${data.serial}, ${data.way}, ${data.verdict ?? 'not read afterwards'}`,
  'secret kept': ({ data }) => `Secret kept: ${data.label}`,
  'secret shown': ({ data }) => `Secret shown: ${data.label}`,
  'secrets erased': ({ data }) => `Secrets erased: ${data.count}`,
  'stamp taken back': (event) => `Taken back: ${event.data.title}${because(event)}`,
  'went back': (event) => `Back to ${event.data.station}${because(event)}`,
  'customer corrected': (event) =>
    `Customer corrected${event.data.with ? `, together with ${event.data.with}` : ''}${because(event)}`,
  'customer details corrected': (event) => `Customer’s details corrected${because(event)}`,
  'serial corrected': (event) => `Serial corrected from ${event.data.from} to ${event.data.to}${because(event)}`,
  'model corrected': (event) => `Model corrected${because(event)}`,
  'booking corrected': (event) => `Booking corrected: ${event.data.changed.join(', ')}${because(event)}`,
  'ended without work': (event) => `Ended without work: ${event.data.end}${because(event)}`,
  'gone on': (event) => `Gone on with after all${because(event)}`,
  'model described': ({ data }) => `Model described: ${data.code}`,
  closed: () => 'Closed and handed over',
};

/** The sentence of an event for the history. */
export function sentenceOf<K extends JobEventKind>(event: JobEvent<K>): string {
  return (SENTENCES[event.kind] as (event: JobEvent<K>) => string)(event);
}
