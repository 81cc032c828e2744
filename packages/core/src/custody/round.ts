/** Something that lies in the shop for somebody, or did. */
export interface Lying {
  /** What is printed on its label: tag and number. */
  label: string;
  /** Of a drive: it is known by that too. */
  serial: string;
  name: string;
  /** Where it lies by the record; empty where nobody noted it. */
  place: string;
  /** With whom, or at which berth it is at work, so that no shelf holds it now. */
  atWork: string | null;
  /** What became of it, where it lies here no more. */
  gone: string | null;
}

/** What was read, and at which place somebody stood then; empty before any place was scanned. */
export interface RoundScan {
  text: string;
  at: string;
}

/** What a round over the shelves showed. Each thing that lies here by the record is in one of these lists, once. */
export interface Round {
  /** Seen where the record says. */
  right: Lying[];
  /** Seen at another place than the record says, the last one of them. */
  elsewhere: { thing: Lying; at: string }[];
  /** Not seen, though somebody was at its place; of what has no noted place: though somebody was at every place. */
  missing: Lying[];
  /** Not seen, and nobody was where it should lie. */
  notLooked: Lying[];
  /** Not seen, and not on a shelf either: somebody has it in hand. */
  atWork: Lying[];
  /** Scanned, and not to be here: gone by the record, or not known at all. */
  extra: { text: string; at: string; why: string }[];
}

const upper = (text: string) => text.trim().toUpperCase();

/** Which of the things a scan names: by its label, or by its serial. What lies here goes before what did once. */
export function thingOf(things: readonly Lying[], text: string): Lying | null {
  const read = upper(text);
  const named = things.filter(
    ({ label, serial }) => upper(label) === read || (serial !== '' && upper(serial) === read),
  );
  return named.find(({ gone }) => gone === null) ?? named[0] ?? null;
}

/**
 * Holds what was scanned against what lies here by the record.
 *
 * @param visited codes of the places at which somebody was, empty ones too
 * @param places codes of every place at which something of a customer lies or can lie
 */
export function judgeRound(
  things: readonly Lying[],
  scans: readonly RoundScan[],
  visited: readonly string[],
  places: readonly string[],
): Round {
  const been = new Set([...visited, ...scans.map(({ at }) => at)].map(upper));
  const everywhere = places.every((place) => been.has(upper(place)));
  const seenAt = new Map<Lying, string>();
  const round: Round = { right: [], elsewhere: [], missing: [], notLooked: [], atWork: [], extra: [] };
  const extras = new Map<string, Round['extra'][number]>();
  for (const { text, at } of scans) {
    const thing = thingOf(things, text);
    if (thing && thing.gone === null) seenAt.set(thing, at);
    else extras.set(upper(text), { text, at, why: thing?.gone ? `${thing.name}: ${thing.gone}` : 'not known here' });
  }
  for (const thing of things) {
    const at = seenAt.get(thing);
    if (thing.gone !== null) continue;
    if (at !== undefined) {
      if (upper(at) === upper(thing.place)) round.right.push(thing);
      else round.elsewhere.push({ thing, at });
    } else if (thing.atWork !== null) round.atWork.push(thing);
    else if (thing.place === '' ? everywhere : been.has(upper(thing.place))) round.missing.push(thing);
    else round.notLooked.push(thing);
  }
  round.extra.push(...extras.values());
  return round;
}
