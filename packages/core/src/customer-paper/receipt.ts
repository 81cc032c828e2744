import { binary, soldName } from '../capacity';
import { missingOnArrival } from '../disassembly';
import { tellFact, type FactKey } from '../facts';
import { assessmentFee, type JobSnapshot } from '../steps';

/** What a device was left with, as its receipt says it. */
export interface Left {
  snapshot: JobSnapshot;
  /** Maker and name of the device, and its serial. */
  device: string;
  serial: string;
  customer: string;
  phone: string;
  complaint: string;
  condition: string;
  /** What lies here beside the device. */
  loose: readonly string[];
  promisedAt: string | null;
  /** What was told, tax included, minor currency units. */
  price: number | null;
}

export interface ReceiptWriting {
  moment: (at: string) => string;
  day: (date: string) => string;
  money: (minor: number) => string;
}

const NAMES = {
  backup: 'Your backup',
  'own drive': 'Your drive',
  'go-ahead limit': 'We go ahead',
  consents: 'You agree that',
} as const satisfies Partial<Record<FactKey, string>>;

const DRIVES = {
  'new drive': 'new drive with everything on it brought along,',
  'new drive beside': 'new drive to start from, the old one staying in for data,',
  'added drive': 'another drive beside the one there,',
  'fresh installation': 'new drive installed afresh, nothing is copied,',
} as const;

/** Which row is told by a drawing where one can be shown. */
export const MARKS = 'Marks';

/** What stands on the receipt for a device that stays here, line by line. */
export function receiptRows(left: Left, { moment, day, money }: ReceiptWriting): { name: string; value: string }[] {
  const { snapshot, customer, phone, device, serial, complaint, condition, loose, promisedAt, price } = left;
  const { facts, disassembly, wishes, rates } = snapshot;
  const asked = wishes.map(({ kind, least }) =>
    kind === 'memory' ? `memory, at least ${binary(least)} in all` : `${DRIVES[kind]} of at least ${soldName(least)}`,
  );
  const gone = missingOnArrival(disassembly);
  const fee = assessmentFee(rates);
  const marks = facts['condition marks'];
  return [
    { name: 'Customer', value: `${customer}${phone ? `, ${phone}` : ''}` },
    { name: 'Device', value: `${device}, serial ${serial}` },
    { name: 'Wish', value: asked.join('; ') },
    { name: 'Complaint', value: complaint },
    { name: 'Condition on arrival', value: condition || 'nothing noted' },
    ...(gone.length > 0 ? [{ name: 'Missing on arrival', value: gone.join('; ') }] : []),
    ...(marks && marks.marks.length > 0 ? [{ name: MARKS, value: tellFact('condition marks', marks, day) }] : []),
    { name: 'Left with us', value: loose.join(', ') || 'nothing' },
    ...(Object.keys(NAMES) as (keyof typeof NAMES)[]).flatMap((key) =>
      facts[key] ? [{ name: NAMES[key], value: tellFact(key, facts[key], day) }] : [],
    ),
    { name: 'Promised', value: promisedAt ? moment(promisedAt) : 'no promise' },
    { name: 'Price told, tax included', value: price === null ? 'none yet' : money(price) },
    ...(fee > 0
      ? [{ name: 'If you then decide against it', value: `looking at it costs ${money(fee)}, tax included` }]
      : []),
  ];
}
