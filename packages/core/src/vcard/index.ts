import ICAL from 'ical.js';

/** Somebody as a vCard tells of them. */
export interface CardPerson {
  name: string;
  /** Numbers as they are written, the first one first. */
  phones: string[];
  email: string;
  street: string;
  postcode: string;
  town: string;
  /** Two letters (ISO 3166), else empty. */
  country: string;
}

/** Positions in an address (RFC 6350, section 6.3.1). */
const [STREET, TOWN, POSTCODE, COUNTRY] = [2, 3, 5, 6] as const;

/** A person as a vCard of version 4.0 (RFC 6350). */
export function writeVCard(person: CardPerson, id: string): string {
  const { name, phones, email, street, postcode, town, country } = person;
  const address = ['', '', street, town, '', postcode, country];
  const properties: unknown[] = [
    ['version', {}, 'text', '4.0'],
    ['uid', {}, 'uri', `urn:uuid:${id}`],
    ['fn', {}, 'text', name],
    ...phones.map((phone) => ['tel', {}, 'text', phone]),
    ...(email ? [['email', {}, 'text', email]] : []),
    ...(address.some(Boolean) ? [['adr', {}, 'text', address]] : []),
  ];
  return `${ICAL.stringify(['vcard', properties, []]).trimEnd()}\r\n`;
}

type Property = [name: string, parameters: Record<string, unknown>, type: string, ...values: unknown[]];

const textOf = (value: unknown): string =>
  (Array.isArray(value) ? value.flat().map(String).filter(Boolean).join(', ') : typeof value === 'string' ? value : '')
    .replace(/^(tel|mailto):/i, '')
    .trim();

/**
 * The persons in a file of vCards, versions 3.0 and 4.0 (RFC 2426, RFC 6350); what is none, or has no name, is said by its
 * number. Never throws.
 */
export function readVCards(text: string): { people: CardPerson[]; problems: string[] } {
  const people: CardPerson[] = [];
  const problems: string[] = [];
  // Each by itself: one that cannot be read must not take the others with it.
  const cards = text.replace(/^\uFEFF/, '').match(/BEGIN:VCARD[\s\S]*?END:VCARD/gi) ?? [];
  if (cards.length === 0) problems.push('There is no vCard in it.');
  for (const [index, card] of cards.entries()) {
    const person = readCard(card);
    if (typeof person === 'string') problems.push(`Card ${index + 1}: ${person}`);
    else people.push(person);
  }
  return { people, problems };
}

function readCard(card: string): CardPerson | string {
  let properties: Property[];
  try {
    const [, read] = ICAL.parse(card) as unknown as [string, Property[]];
    properties = read;
  } catch {
    return 'it cannot be read.';
  }
  const all = (name: string) => properties.filter(([one]) => one.toLowerCase().split('.').at(-1) === name);
  const first = (name: string) => textOf(all(name)[0]?.[3]);
  const address = all('adr')[0]?.[3];
  const part = (at: number) => (Array.isArray(address) ? textOf(address[at]) : '');
  const name = first('fn') || first('org');
  if (name === '') return 'it has no name.';
  const country = part(COUNTRY);
  return {
    name,
    phones: all('tel')
      .map(([, , , value]) => textOf(value))
      .filter(Boolean),
    email: first('email'),
    street: part(STREET),
    town: part(TOWN),
    postcode: part(POSTCODE),
    country: /^[A-Za-z]{2}$/.test(country) ? country.toUpperCase() : '',
  };
}
