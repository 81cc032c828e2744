import type { BookIn, CustomerView, ModelView } from '@udrel/contract/types';
import { bytesOfNominal, GIB, parseCapacity } from '@udrel/core/capacity';
import { fieldMoment, nextClosing } from '../../format/time';

/** What is typed on the booking page, as typed. */
export interface Draft {
  customer: CustomerView | null;
  name: string;
  phone: string;
  email: string;
  model: ModelView | null;
  serial: string;
  wish: BookIn['wish']['kind'];
  least: string;
  complaint: string;
  condition: string;
  things: { name: string; place: string }[];
  promised: string;
  price: string;
}

const KEPT = 'udrel.booking';

export function emptyDraft(): Draft {
  return {
    customer: null,
    name: '',
    phone: '',
    email: '',
    model: null,
    serial: '',
    wish: 'new drive',
    least: '480 GB',
    complaint: '',
    condition: '',
    things: [{ name: '', place: '' }],
    promised: fieldMoment(nextClosing()),
    price: '',
  };
}

/** What was typed before the page was left or loaded again. */
export function keptDraft(): Draft {
  const kept = sessionStorage.getItem(KEPT);
  return kept ? { ...emptyDraft(), ...(JSON.parse(kept) as Partial<Draft>) } : emptyDraft();
}

export function keepDraft(draft: Draft | null): void {
  if (draft) sessionStorage.setItem(KEPT, JSON.stringify(draft));
  else sessionStorage.removeItem(KEPT);
}

export type Booking = { ok: true; body: BookIn } | { ok: false; problems: Record<string, string> };

/** The booking as it is sent, or what is missing, by field. */
export function bookingOf(draft: Draft): Booking {
  const problems: Record<string, string> = {};
  if (!draft.customer && draft.name.trim() === '') problems['customer.name'] = 'Type a name or a phone number.';
  if (!draft.model) problems['device.modelId'] = 'Choose a model from the list.';
  if (draft.serial.trim().length < 3) problems['device.serial'] = 'Scan or type the serial.';
  if (draft.complaint.trim() === '') problems['complaint'] = 'In the customer’s words.';
  const least = leastOf(draft);
  if (least === null) problems['wish.least'] = 'Type a size such as 480 GB or 16 GiB.';
  const price = draft.price.trim() === '' ? null : Math.round(Number(draft.price.replace(',', '.')) * 100);
  if (price !== null && !(price >= 0)) problems['price'] = 'Type an amount such as 129.00.';
  const promised = draft.promised === '' ? null : new Date(draft.promised);
  if (promised && Number.isNaN(promised.getTime())) problems['promisedAt'] = 'Type a day and a time.';
  if (Object.keys(problems).length > 0 || !draft.model || least === null) return { ok: false, problems };
  const { customer } = draft;
  return {
    ok: true,
    body: {
      customer: {
        id: customer?.id ?? null,
        name: customer?.name ?? draft.name.trim(),
        phone: draft.phone,
        email: draft.email,
      },
      device: { modelId: draft.model.id, serial: draft.serial },
      wish: { kind: draft.wish, least },
      complaint: draft.complaint,
      condition: draft.condition,
      leftWithUs: draft.things.filter((thing) => thing.name.trim() !== ''),
      promisedAt: promised?.toISOString() ?? null,
      price,
    },
  };
}

/** The size wanted, bytes. A nominal decimal size of a drive means the drive sold under that name. */
function leastOf({ wish, least }: Draft): number | null {
  const parsed = parseCapacity(least, wish === 'memory' ? 'GiB' : 'GB');
  if (!parsed.ok || parsed.bytes <= 0) return null;
  if (wish === 'memory') return Math.round(parsed.bytes / GIB) * GIB;
  const nominal = parsed.bytes / 1e9;
  return Number.isInteger(nominal) && nominal >= 50 ? bytesOfNominal(nominal) : parsed.bytes;
}
