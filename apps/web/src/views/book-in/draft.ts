import { CONSENTS, type ConditionMark } from '@udrel/core/facts';
import type { CustomerDraft } from '../../features/pickers/CustomerField';
import type { ChosenModel } from '../../features/pickers/ModelField';
import type { FieldProblem, Read } from '../../features/form/shaped-form';
import { minorOf } from '../../format/units';
import type { BookIn, JobBooking, VisitView } from '@udrel/contract/types';
import { bytesOfNominal, GIB, parseCapacity } from '@udrel/core/capacity';
import type { WishKind } from '@udrel/core/steps';
import { fieldMoment, nextClosing } from '../../format/time';
import { ownDriveOf, type OwnDraft } from './own-drive';
import { fromShopClock } from '../../format/shop-formats';

export interface WishDraft {
  kind: WishKind;
  least: string;
}

type Backup = NonNullable<JobBooking['facts']['backup']>['state'];

/** What is typed of one device, as typed. */
export interface DeviceDraft extends ChosenModel {
  serial: string;
  place: string;
  /** Tag of the job under whose guarantee it comes back; empty where it does not. */
  returnOf: string;
  wishes: WishDraft[];
  complaint: string;
  condition: string;
  marks: ConditionMark[];
  belongings: { name: string; place: string }[];
  own: OwnDraft | null;
  secrets: { label: string; text: string }[];
  backup: Backup | '';
  irreplaceable: string;
  /** What the work asks and what the shop asks besides. */
  consents: string[];
  limit: string;
  promised: string;
  price: string;
}

/** What is typed on the booking page: a customer, and a device or more. */
export interface Draft extends CustomerDraft {
  email: string;
  devices: DeviceDraft[];
}

export function emptyDevice(): DeviceDraft {
  return {
    model: null,
    stub: null,
    serial: '',
    place: '',
    returnOf: '',
    wishes: [{ kind: 'new drive', least: '480 GB' }],
    complaint: '',
    condition: '',
    marks: [],
    belongings: [{ name: '', place: '' }],
    own: null,
    secrets: [],
    backup: '',
    irreplaceable: '',
    consents: [],
    limit: '',
    promised: fieldMoment(nextClosing()),
    price: '',
  };
}

export function emptyDraft(): Draft {
  return { customer: null, name: '', phone: '', email: '', devices: [emptyDevice()] };
}

/** What is known already of somebody who came as it was agreed; empty for who just came in. */
export function draftOf(visit: VisitView | null): Draft {
  if (!visit) return emptyDraft();
  const { customer, phone, wishes, promisedAt } = visit;
  const device = emptyDevice();
  return {
    ...{ ...emptyDraft(), name: customer, phone },
    devices: [
      {
        ...device,
        wishes: wishes.map((kind) => ({ kind, least: device.wishes.find((one) => one.kind === kind)?.least ?? '' })),
        promised: promisedAt ? fieldMoment(new Date(promisedAt)) : device.promised,
      },
    ],
  };
}

/** A draft as an earlier page may have kept it, completed with what the form has by now. */
export function completed(draft: Draft): Draft {
  const devices = draft.devices.map((device: DeviceDraft & { things?: DeviceDraft['belongings'] }) => {
    const { things, ...rest } = device;
    return { ...emptyDevice(), ...(things ? { belongings: things } : {}), ...rest };
  });
  return { ...draft, devices };
}

/** The draft as it may lie in the browser: secrets are not kept there, only what they are called. */
export function withoutSecrets(draft: Draft): Draft {
  const devices = draft.devices.map((device) => ({
    ...device,
    secrets: device.secrets.map(({ label }) => ({ label, text: '' })),
  }));
  return { ...draft, devices };
}

/** The booking as it is sent, or what is missing, by field. */
export function bookingOf(draft: Draft): Read<BookIn> {
  const { customer } = draft;
  const problems: FieldProblem[] = [];
  if (!customer && draft.name.trim() === '') {
    problems.push({ field: 'customer.name', sentence: 'Type a name or a phone number.' });
  }
  const jobs = draft.devices.map((device, index) =>
    jobOf(device, (field, sentence) => void problems.push({ field: `jobs.${index}.${field}`, sentence })),
  );
  if (problems.length > 0) return { ok: false, problems };
  return {
    ok: true,
    body: {
      customer: {
        id: customer?.id ?? null,
        name: customer?.name ?? draft.name.trim(),
        phone: draft.phone,
        email: draft.email,
      },
      jobs,
    },
  };
}

const isNamed = ({ name }: DeviceDraft['belongings'][number]) => name.trim() !== '';
const isTold = ({ label, text }: DeviceDraft['secrets'][number]) => label.trim() !== '' && text !== '';

/** The field of a device's form for what is called otherwise where it is sent. */
const NAMES: Readonly<Record<string, string>> = {
  'device.modelId': 'model',
  'device.serial': 'serial',
  'device.place': 'place',
  promisedAt: 'promised',
  'facts.go-ahead limit.amount': 'limit',
  'facts.guarantee return.of': 'serial',
  'facts.backup.irreplaceable': 'irreplaceable',
  'facts.own drive.serial': 'own.serial',
  'facts.own drive.mayBeOverwritten': 'own.mayBeOverwritten',
  'facts.own drive.drive.maker': 'own.maker',
  'facts.own drive.drive.name': 'own.name',
  'facts.own drive.drive.bytes': 'own.size',
};

/** The field of the booking form that holds a field of the booking as it is sent. */
export function fieldOf(sent: string, draft: Draft): string {
  const [, index, field = ''] = /^jobs\.(\d+)\.(.+)$/.exec(sent) ?? [];
  if (index === undefined) return sent.replace(/^customer\./, '');
  const device = draft.devices[Number(index)];
  // Rows that were left empty are not sent.
  const row = (rows: readonly boolean[], n: string) =>
    [...rows.entries()].filter(([, sends]) => sends)[Number(n)]?.[0] ?? n;
  const name = (NAMES[field] ?? field)
    .replace(/^device\.stub\..*$/, 'model')
    .replace(/^leftWithUs\.(\d+)/, (_all, n: string) => `belongings.${row((device?.belongings ?? []).map(isNamed), n)}`)
    .replace(/^secrets\.(\d+)/, (_all, n: string) => `secrets.${row((device?.secrets ?? []).map(isTold), n)}`);
  return `devices.${index}.${name}`;
}

function jobOf(device: DeviceDraft, wrong: (field: string, sentence: string) => void): JobBooking {
  const { model, stub } = device;
  if (!model && !(stub && stub.maker.trim() && stub.name.trim())) {
    wrong(
      'device.modelId',
      stub ? 'Type maker and name as they stand on the device.' : 'Choose a model from the list.',
    );
  }
  if (device.serial.trim().length < 3) wrong('device.serial', 'Scan or type the serial.');
  if (device.complaint.trim() === '') wrong('complaint', 'In the customer’s words.');
  const wishes = device.wishes.map((wish, index) => {
    const least = leastOf(wish);
    if (least === null) wrong(`wishes.${index}.least`, 'Type a size such as 480 GB or 16 GiB.');
    return { kind: wish.kind, least: least ?? 0 };
  });
  const promised = device.promised === '' ? null : fromShopClock(device.promised);
  const dated = promised !== null && !Number.isNaN(promised.getTime());
  if (promised && !dated) wrong('promisedAt', 'Type a day and a time.');
  const own = device.own
    ? ownDriveOf(device.own, (field, sentence) => wrong(`facts.own drive.${field}`, sentence))
    : null;
  const amount = (field: string, text: string) => {
    const minor = minorOf(text);
    if (minor === undefined) wrong(field, 'Type an amount such as 129.00.');
    return minor ?? null;
  };
  const limit = amount('facts.go-ahead limit.amount', device.limit);
  return {
    device: {
      modelId: stub ? null : (model?.id ?? null),
      stub,
      serial: device.serial,
      place: device.place,
    },
    wishes,
    complaint: device.complaint,
    condition: device.condition,
    leftWithUs: device.belongings.filter(isNamed),
    secrets: device.secrets.filter(isTold),
    facts: {
      ...(device.backup === '' ? {} : { backup: { state: device.backup, irreplaceable: device.irreplaceable } }),
      ...(device.consents.length > 0 ? { consents: agreedIn(device.consents) } : {}),
      ...(device.returnOf === '' ? {} : { 'guarantee return': { of: device.returnOf } }),
      ...(limit === null ? {} : { 'go-ahead limit': { amount: limit } }),
      ...(device.marks.length > 0 ? { 'condition marks': { marks: device.marks } } : {}),
      ...(own ? { 'own drive': own } : {}),
    },
    promisedAt: dated ? promised.toISOString() : null,
    price: amount('price', device.price),
  };
}

/** What was agreed to, the shop's own sentences apart. */
function agreedIn(ticked: readonly string[]): NonNullable<JobBooking['facts']['consents']> {
  const given = CONSENTS.filter((one) => ticked.includes(one));
  const own = ticked.filter((one) => !given.some((known) => known === one));
  return { given, ...(own.length > 0 ? { own } : {}) };
}

/** The size wanted, bytes. A nominal decimal size of a drive means the drive sold under that name. */
function leastOf({ kind, least }: WishDraft): number | null {
  const parsed = parseCapacity(least, kind === 'memory' ? 'GiB' : 'GB');
  if (!parsed.ok || parsed.bytes <= 0) return null;
  if (kind === 'memory') return Math.round(parsed.bytes / GIB) * GIB;
  const nominal = parsed.bytes / 1e9;
  return Number.isInteger(nominal) && nominal >= 50 ? bytesOfNominal(nominal) : parsed.bytes;
}
