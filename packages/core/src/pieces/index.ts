/** What data passes on its way, or a device is started from, told apart by its kind and the name that the shop gave it. */
export const PIECE_KINDS = [
  'enclosure',
  'dock',
  'cable',
  'hub',
  'lead',
  'socket',
  'socket of the device',
  'boot stick',
] as const;

/** A single piece that a run goes through; a socket of the device is one of its model. */
export interface Piece {
  kind: (typeof PIECE_KINDS)[number];
  name: string;
}

/** What a piece is called beside others: a socket of the device says that it is one. */
export function pieceName({ kind, name }: Piece): string {
  return kind === 'socket of the device' ? `the device, ${name}` : name;
}

/** Whether both are the same piece, however its name is written. */
export function samePiece(one: Piece, other: Piece): boolean {
  return one.kind === other.kind && one.name.trim().toLowerCase() === other.name.trim().toLowerCase();
}

/** A copy that has ended, and what it went through. */
export interface PassedRun {
  through: readonly Piece[];
  failed: boolean;
  /** What stood out: at the pace of USB 2 where more was expected, slow for another reason, errors or a standstill. */
  sign: 'usb2' | 'slow' | 'troubled' | null;
  /** Its mean rate, MB/s; null where nobody counted. */
  rate: number | null;
}

/** What runs through a piece came to. */
export interface PieceRecord extends Piece {
  runs: number;
  failed: number;
  /** Runs by what stood out in them. */
  usb2: number;
  slow: number;
  troubled: number;
  /** The middle of their mean rates, MB/s; null where nobody counted. */
  rate: number | null;
  /** Another piece that was there each time something went wrong, and with which more of its own runs did. */
  besides: string | null;
}

/** From so many runs on, of which a share went wrong, a piece is better changed. Rule of thumb of the trade. */
const DOUBTED = { runs: 3, share: 0.25 } as const;

/** A piece that nothing went through yet. */
export const unused = (piece: Piece): PieceRecord => recordOf(piece, []);

const keyOf = ({ kind, name }: Piece) => `${kind} ${name.trim().toLowerCase()}`;
const wentWrong = ({ failed, sign }: PassedRun) => failed || sign === 'usb2' || sign === 'troubled';

/** What runs say of each piece that they went through, by kind and name; the name as it was written last comes first. */
export function recordsOf(runs: readonly PassedRun[]): PieceRecord[] {
  const passed = new Map<string, { piece: Piece; runs: Set<PassedRun> }>();
  for (const run of runs) {
    for (const piece of run.through) {
      const own = passed.get(keyOf(piece)) ?? { piece, runs: new Set() };
      own.runs.add(run);
      passed.set(keyOf(piece), own);
    }
  }
  const share = (own: ReadonlySet<PassedRun>) => [...own].filter(wentWrong).length / own.size;
  return [...passed.values()]
    .map(({ piece, runs: own }) => {
      const bad = [...own].filter(wentWrong);
      const [first] = bad;
      const likelier = (first?.through ?? [])
        .flatMap((other) => passed.get(keyOf(other)) ?? [])
        .filter((other) => other.runs.size >= DOUBTED.runs && share(other.runs) > share(own))
        .filter((other) => bad.every((run) => other.runs.has(run)))
        .sort((one, other) => share(other.runs) - share(one.runs));
      return { ...recordOf(piece, [...own]), besides: likelier[0] ? pieceName(likelier[0].piece) : null };
    })
    .sort((one, other) => PIECE_KINDS.indexOf(one.kind) - PIECE_KINDS.indexOf(other.kind) || byName(one, other));
}

const byName = (one: Piece, other: Piece) => one.name.localeCompare(other.name, 'en', { numeric: true });

function recordOf({ kind, name }: Piece, runs: readonly PassedRun[]): PieceRecord {
  const rates = runs.flatMap(({ rate }) => (rate === null ? [] : [rate])).sort((one, other) => one - other);
  const count = (asked: PassedRun['sign']) => runs.filter(({ sign }) => sign === asked).length;
  return {
    ...{ kind, name: name.trim(), runs: runs.length, failed: runs.filter(({ failed }) => failed).length },
    ...{ usb2: count('usb2'), slow: count('slow'), troubled: count('troubled') },
    rate: rates[Math.floor((rates.length - 1) / 2)] ?? null,
    besides: null,
  };
}

/** Whether its record says to take another one: not where all that went wrong points to another piece. */
export function doubted({ runs, failed, usb2, troubled, besides }: PieceRecord): boolean {
  return besides === null && runs >= DOUBTED.runs && Math.max(failed, usb2, troubled) >= runs * DOUBTED.share;
}

/** A record in words: `10 runs, 410 MB/s, fell to USB 2 in 3`; without any run, that it has none. */
export function tellRecord({ runs, failed, usb2, slow, troubled, rate, besides }: PieceRecord): string {
  if (runs === 0) return 'no run yet';
  return [
    runs === 1 ? '1 run' : `${runs} runs`,
    ...(rate === null ? [] : [`${Math.round(rate)} MB/s`]),
    ...(usb2 > 0 ? [`fell to USB 2 in ${usb2}`] : []),
    ...(slow > 0 ? [`slow in ${slow}`] : []),
    ...(troubled > 0 ? [`errors or a standstill in ${troubled}`] : []),
    ...(failed > 0 ? [`${failed} failed`] : []),
    ...(besides === null ? [] : [`each time with ${besides}`]),
  ].join(', ');
}
