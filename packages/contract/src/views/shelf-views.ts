import type { QuoteAcceptance } from '@udrel/core/facts';
import type { Equipment } from '@udrel/core/equipment';
import type { Adapter, Drive } from '@udrel/core/fit';
import type { MemoryModule } from '@udrel/core/memory';
import type { PartKind } from '@udrel/core/parts-file';
import type { PaymentWay, Quote } from '@udrel/core/quote';
import type { BillView } from './money-views';

export interface PartView {
  id: string;
  kind: PartKind;
  maker: string;
  name: string;
  partNumber: string;
  /** What the core computes with; null for small parts. */
  spec: Drive | MemoryModule | Adapter | Equipment | null;
  price: number;
  /** What a piece costs the shop before tax; null where nobody noted it. */
  cost: number | null;
  onShelf: number;
  reserved: number;
  /** Free pieces below which it is to be ordered again; null: not kept in stock. */
  reorderLevel: number | null;
  serialised: boolean;
  stock: { id: string; serial: string | null; quantity: number; place: string; reservedFor: string | null }[];
}

/** What a line of a parts file would do, or what is wrong with it. */
export interface PartLineView {
  line: number;
  partNumber: string;
  what: 'new' | 'changed' | 'as it is' | 'wrong';
  changes: { column: string; from: string; to: string }[];
  problems: { column: string; sentence: string }[];
}

/** A version of a quote, as it was put to the customer. */
export interface QuoteVersionView {
  version: number;
  quote: Quote;
  by: string;
  at: string;
  acceptedAt: string | null;
  acceptedHow: QuoteAcceptance | null;
  /** When the customer said no to it, on their page. */
  declinedAt: string | null;
  acceptedBy: string | null;
  note: string;
}

/** The quote of an order: as it stands now, its versions newest first, what changed since the newest, and payments. */
export interface QuoteView {
  order: number;
  now: Quote;
  /** Tags of jobs whose parts are not chosen yet: the quote will be more. */
  open: string[];
  versions: QuoteVersionView[];
  changed: string[];
  payments: PaymentView[];
  /** What was accepted for the order, tax included; null where not every open job of it was. */
  accepted: { version: number; total: number } | null;
  /** Bills and credit notes, oldest first, and what they come to; null where it is not billed, or a corrected bill follows. */
  bills: BillView[];
  billed: number | null;
  /** Tax included: what was paid, what is still due of what was billed, else of the quote, and what is to be given back. */
  paid: number;
  due: number;
  over: number;
}

/** Money taken, or given back as a negative amount. */
export interface PaymentView {
  id: string;
  amount: number;
  how: PaymentWay;
  by: string;
  at: string;
  /** The payment that this one puts right, and why; a payment of its own has neither. */
  corrects: string | null;
  reason: string;
  /** What of it is still ours: less what was given back. */
  left: number;
}
