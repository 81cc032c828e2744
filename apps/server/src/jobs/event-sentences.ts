import { amount, type FactKey } from '@udrel/core/steps';

type Data = Record<string, unknown>;

const word = (data: Data, key: string) => String(data[key] ?? '');

const price = (data: Data, key: string) => amount(Number(data[key]));

/** The reason given, and which earlier entries of the history it puts right. */
function because(data: Data): string {
  const corrects = (data['corrects'] as number[] | undefined) ?? [];
  const which = corrects.length > 0 ? ` (corrects ${corrects.map((seq) => `#${seq}`).join(', ')})` : '';
  return `${data['reason'] ? `: ${word(data, 'reason')}` : ''}${which}`;
}

/** The kinds of run as a sentence begins with them. */
const RUN_NAMES: Readonly<Record<string, string>> = {
  decrypt: 'Decrypting',
  check: 'File-system check',
  'read back': 'Reading back',
};

function runName(data: Data): string {
  const onto = data['onto'] === 'added' ? ' onto the added drive' : '';
  return `${RUN_NAMES[word(data, 'kind')] ?? 'Copy'}${onto}`;
}

const driveRead = (data: Data) => (data['onto'] === 'added' ? 'added drive' : 'new drive');

/** What was done with a drive, by the fact that holds its serial. */
export const DONE_WITH_DRIVE: Readonly<Partial<Record<FactKey, string>>> = {
  'source identified': 'Old drive identified',
  'target identified': 'New drive identified',
  'added identified': 'Added drive identified',
  'overwrite confirmed': 'New drive may be overwritten',
  'added overwrite confirmed': 'Added drive may be overwritten',
  fitted: 'New drive fitted',
  'added fitted': 'Added drive fitted',
  'old drive refitted': 'Old drive attached again, for data',
  'put back': 'Drive put back',
};

function recorded(data: Data, as: string): string {
  const told = DONE_WITH_DRIVE[word(data, 'key') as FactKey];
  if (!told || !data['serial']) return `${as}: ${word(data, 'key')}`;
  return `${told}${as === 'Corrected' ? ' anew' : ''}: ${word(data, 'serial')}`;
}

/** What was noted of an item of the strip-down sheet besides what came out and went back. */
function beside(data: Data): string[] {
  const noted = { missing: 'missing on arrival', left: 'not removed', replaced: 'replaced' };
  return Object.entries(noted).flatMap(([key, words]) => (data[key] ? [`${word(data, key)} ${words}`] : []));
}

/** What happened, in words, by the kind of event. Events hold no names of customers and no secrets. */
const SENTENCES: Readonly<Record<string, (data: Data) => string>> = {
  booked: () => 'Booked in',
  'fact recorded': (data) => recorded(data, 'Recorded'),
  'fact corrected': (data) => recorded(data, 'Corrected'),
  'drive reserved': (data) => `Reserved drive ${word(data, 'serial')} for site ${word(data, 'siteId').toUpperCase()}`,
  'added drive reserved': (data) =>
    `Reserved drive ${word(data, 'serial')} to be added at site ${word(data, 'siteId').toUpperCase()}`,
  'old drive moved': (data) =>
    data['siteId']
      ? `The old drive is to move to site ${word(data, 'siteId').toUpperCase()}`
      : 'The old drive does not move to another site',
  'memory reserved': (data) => `Reserved ${word(data, 'count')} memory module(s)`,
  'reservation released': (data) => `Released: ${word(data, 'role')}`,
  'quote written': (data) => `Quote ${word(data, 'version')} written, ${price(data, 'total')}`,
  'quote accepted': (data) =>
    `Quote ${word(data, 'version')} accepted ${word(data, 'how')}, ${price(data, 'total')} for the order`,
  'payment taken': (data) => `Taken: ${price(data, 'amount')}, ${word(data, 'how')}`,
  'payment corrected': (data) =>
    `Payment of ${price(data, 'was')} put right to ${price(data, 'amount')}, ${word(data, 'how')}: ${word(data, 'reason')}`,
  'payment refunded': (data) => `Given back: ${price(data, 'amount')}, ${word(data, 'how')}: ${word(data, 'reason')}`,
  'part ordered': (data) =>
    `Ordered at ${word(data, 'supplier')}: ${word(data, 'count')} part(s), expected ${word(data, 'expected')}`,
  'part late': (data) => `Ordered part is late: expected ${word(data, 'expected')}`,
  'part arrived': (data) => ['Ordered part arrived', word(data, 'serials')].filter(Boolean).join(': '),
  'part not good': (data) =>
    [
      `Ordered part ${data['what'] === 'wrong' ? 'is the wrong one' : 'was dead on arrival'}`,
      word(data, 'note'),
      data['expected'] ? `another is expected ${word(data, 'expected')}` : 'not ordered again',
    ]
      .filter(Boolean)
      .join('; '),
  'order cancelled': (data) => ['Order cancelled', word(data, 'note')].filter(Boolean).join(': '),
  'not reserved': (data) => `Arrived, but not reserved: ${word(data, 'why')}`,
  'promise moved': (data) => `Promise moved to ${word(data, 'to').slice(0, 10)}`,
  'lesson kept': (data) => `For the next one of this model: ${word(data, 'text')}`,
  'plan accepted': (data) => `Copy plan accepted, ${word(data, 'partitions')} partitions`,
  prepared: (data) => `Prepared: ${word(data, 'check')}${data['note'] ? ` (${word(data, 'note')})` : ''}`,
  'preparation taken back': (data) => `Not prepared after all: ${word(data, 'check')}`,
  'run began': (data) =>
    `${runName(data)} began, attempt ${word(data, 'attempt')}${data['berth'] ? `, berth ${word(data, 'berth')}` : ', timed by hand'}`,
  'run alarm': (data) => `Berth ${word(data, 'berth')}: ${word(data, 'sentence')}`,
  'read back asked': (data) => `Berth ${word(data, 'berth')} is asked to read the ${driveRead(data)}`,
  'read back failed': (data) =>
    `${data['onto'] === 'added' ? 'Added drive not' : 'Not'} read back: ${word(data, 'trouble')}`,
  'read back': (data) => `${data['onto'] === 'added' ? 'Added' : 'New'} drive read back: ${word(data, 'verdict')}`,
  'run ended': (data) =>
    `${runName(data)}, attempt ${word(data, 'attempt')}, ${word(data, 'outcome')}${data['note'] ? `: ${word(data, 'note')}` : ''}${data['losses'] ? `; lost: ${(data['losses'] as string[]).join(', ')}` : ''}`,
  'losses told': (data) => `Told, and acknowledged as lost: ${(data['names'] as string[]).join(', ')}`,
  'strip moved': (data) =>
    [`${word(data, 'name')}: ${word(data, 'out')} out, ${word(data, 'back')} back`, ...beside(data)].join(', '),
  'strip all': (data) => (data['way'] === 'none' ? 'Nothing more has to come out' : `Everything ${word(data, 'way')}`),
  'gate overridden': (data) => `Passed “${word(data, 'gate')}” with a reason: ${word(data, 'reason')}`,
  note: (data) => `Note: ${word(data, 'text')}`,
  'taken up': (data) => (data['from'] ? 'Taken over' : 'Taken up'),
  'put down': (data) =>
    [
      'Put down',
      data['batteryOff'] && 'battery off',
      data['tried'] && `tried: ${word(data, 'tried')}`,
      data['next'] && `next: ${word(data, 'next')}`,
    ]
      .filter(Boolean)
      .join('; '),
  'thing kept': (data) => `Kept: ${word(data, 'name')}${data['place'] ? ` (${word(data, 'place')})` : ''}`,
  'thing moved': (data) =>
    `${word(data, 'name')} ${data['back'] ? 'given back' : `lies at ${word(data, 'place') || 'no noted place'}`}`,
  'secret kept': (data) => `Secret kept: ${word(data, 'label')}`,
  'secret shown': (data) => `Secret shown: ${word(data, 'label')}`,
  'secrets erased': (data) => `Secrets erased: ${word(data, 'count')}`,
  'stamp taken back': (data) => `Taken back: ${word(data, 'title')}${because(data)}`,
  'went back': (data) => `Back to ${word(data, 'station')}${because(data)}`,
  'customer corrected': (data) =>
    `Customer corrected${data['with'] ? `, together with ${word(data, 'with')}` : ''}${because(data)}`,
  'customer details corrected': (data) => `Customer’s details corrected${because(data)}`,
  'serial corrected': (data) => `Serial corrected from ${word(data, 'from')} to ${word(data, 'to')}${because(data)}`,
  'model corrected': (data) => `Model corrected${because(data)}`,
  'booking corrected': (data) => `Booking corrected: ${(data['changed'] as string[]).join(', ')}${because(data)}`,
  'ended without work': (data) => `Ended without work: ${word(data, 'end')}${because(data)}`,
  'model described': (data) => `Model described: ${word(data, 'code')}`,
  'gone on': (data) => `Gone on with after all${because(data)}`,
  closed: () => 'Closed and handed over',
};

/** The sentence of an event for the history. */
export function sentenceOf(kind: string, data: Data): string {
  return SENTENCES[kind]?.(data) ?? kind;
}
