import { binary, soldName } from '../capacity';
import { judgeWipe, missChance, WIPE_SAMPLES, type WipeSeen } from './samples';
import { notReached, WIPE_WAYS, type Wiped } from './ways';

/** Share of a drive of which the certificate says how likely it would have been overlooked. */
const OVERLOOKED = 0.001;

/** A berth, and whether what lies there is only played. */
interface Place {
  number: number;
  simulated: boolean;
}

const placed = ({ number, simulated }: Place) => `berth ${number}${simulated ? ' (simulated)' : ''}`;

/** A wipe that ended well, as its certificate tells it. */
export interface WipeRecord extends Wiped {
  drive: { maker: string; name: string; serial: string; bytes: number };
  /** Drives that took over from it. */
  survivors: { name: string; serial: string }[];
  tool: string;
  attempt: number;
  beganAt: string;
  endedAt: string;
  by: string;
  /** Where it was watched; null: by hand. */
  berth: Place | null;
  /** What the tool said, where anything was noted. */
  note: string;
  proof: string;
  /** What samples showed, and when and where; null where nobody read any. */
  read: { seen: WipeSeen; at: string; berth: Place } | null;
  /** Why none were read. */
  notRead: string;
}

export interface CertificateWriting {
  moment: (at: string) => string;
  figure: (value: number) => string;
  percent: (share: number) => string;
}

export interface WipeCertificate {
  title: string;
  rows: { name: string; value: string | string[] }[];
}

/** The certificate of a wipe: what was done, by whom, what was seen of it, and what it did not reach. */
export function wipeCertificate(record: WipeRecord, { moment, figure, percent }: CertificateWriting): WipeCertificate {
  const { drive, way, tool, survivors, read } = record;
  const { method, level } = WIPE_WAYS[way];
  const not = notReached(record);
  return {
    title: 'Certificate of a wipe',
    rows: [
      { name: 'Drive', value: `${drive.maker} ${drive.name}, ${soldName(drive.bytes)} (${figure(drive.bytes)} bytes)` },
      { name: 'Its serial', value: drive.serial },
      { name: 'Method', value: `${method}: ${way} (${level} by NIST SP 800-88 Rev. 1)` },
      ...(tool ? [{ name: 'With', value: tool }] : []),
      { name: 'Began', value: moment(record.beganAt) },
      { name: 'Ended', value: moment(record.endedAt) },
      { name: 'By', value: `${record.by}${record.berth === null ? '' : `, watched at ${placed(record.berth)}`}` },
      ...(record.attempt > 1 ? [{ name: 'Attempt', value: String(record.attempt) }] : []),
      ...(record.note ? [{ name: 'The tool said', value: record.note }] : []),
      {
        name: 'Read afterwards',
        value: read ? readLines(way, read, { moment, figure, percent }) : `Not read: ${record.notRead}`,
      },
      { name: 'Not reached', value: not.length > 0 ? not : 'Nothing that is known of.' },
      { name: 'Before that', value: record.proof },
      ...(survivors.length > 0
        ? [{ name: 'In its place', value: survivors.map(({ name, serial }) => `${name}, serial ${serial}`) }]
        : []),
    ],
  };
}

function readLines(
  way: WipeRecord['way'],
  { seen, at, berth }: NonNullable<WipeRecord['read']>,
  { moment, figure, percent }: CertificateWriting,
): string[] {
  const { samples, zeros, oneValue, noise, content, unreadable } = seen;
  const kinds = [
    [zeros, 'zeros'],
    [oneValue, 'one other value'],
    [noise, 'noise'],
    [content, 'content'],
    [unreadable, 'not readable'],
  ] as const;
  const found = kinds.filter(([count]) => count > 0).map(([count, words]) => `${figure(count)} ${words}`);
  return [
    `${figure(samples)} samples over all of its ${binary(seen.bytes)} on ${moment(at)} at ${placed(berth)}: ${found.join(', ')}.`,
    judgeWipe(way, seen, figure).sentence,
    `Had a thousandth of it been left, so many samples would have missed it at most with ${percent(missChance(OVERLOOKED, Math.min(samples, WIPE_SAMPLES) - unreadable))}.`,
  ];
}
