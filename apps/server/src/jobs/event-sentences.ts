type Data = Record<string, unknown>;

const word = (data: Data, key: string) => String(data[key] ?? '');

/** What happened, in words, by the kind of event. Events hold no names of customers and no secrets. */
const SENTENCES: Readonly<Record<string, (data: Data) => string>> = {
  booked: () => 'Booked in',
  'fact recorded': (data) => `Recorded: ${word(data, 'key')}`,
  'fact corrected': (data) => `Corrected: ${word(data, 'key')}`,
  'drive reserved': (data) => `Reserved drive ${word(data, 'serial')} for site ${word(data, 'siteId').toUpperCase()}`,
  'memory reserved': (data) => `Reserved ${word(data, 'count')} memory module(s)`,
  'reservation released': (data) => `Released: ${word(data, 'role')}`,
  'plan accepted': (data) => `Copy plan accepted, ${word(data, 'partitions')} partitions`,
  'run began': (data) =>
    `Copy began, attempt ${word(data, 'attempt')}${data['berth'] ? `, berth ${word(data, 'berth')}` : ', timed by hand'}`,
  'run ended': (data) =>
    `Attempt ${word(data, 'attempt')} ${word(data, 'outcome')}${data['note'] ? `: ${word(data, 'note')}` : ''}`,
  'strip moved': (data) => `${word(data, 'name')}: ${word(data, 'out')} out, ${word(data, 'back')} back`,
  'strip all': (data) => `Everything ${word(data, 'way')}`,
  'gate overridden': (data) => `Passed “${word(data, 'gate')}” with a reason: ${word(data, 'reason')}`,
  note: (data) => `Note: ${word(data, 'text')}`,
  closed: () => 'Closed and handed over',
};

/** The sentence of an event for the history. */
export function sentenceOf(kind: string, data: Data): string {
  return SENTENCES[kind]?.(data) ?? kind;
}
