import {
  linesOf,
  sumsOf,
  type BillLine,
  type BillSums,
  type Party,
  type Reduction,
  type ReductionKind,
} from '@udrel/core/bill';
import type { BillBegun, IssueBill, PartView, QuoteView } from '@udrel/contract/types';
import type { FieldProblem, Read } from '../../../features/form/shaped-form';
import { codeOf, fieldAmount, minorOf } from '../../../format/units';
import { typedFigure } from '../../../format/shop-formats';

/** A line of a bill as it is typed. */
export interface LineDraft {
  tag: string | null;
  what: string;
  count: string;
  unit: BillLine['unit'];
  each: string;
  tax: string;
  /** The part of the shelf that it is. */
  partId?: string;
}

/** A bill as it is typed, before it is issued. */
export interface BillDraft {
  lines: LineDraft[];
  off: ReductionKind;
  value: string;
  reason: string;
  buyer: Party;
  due: string;
  note: string;
  agreed: string;
}

/** What a bill begins with: what the order costs as it stands. */
export function draftOf({ now }: Pick<QuoteView, 'now'>, { buyer, due }: BillBegun): BillDraft {
  return {
    lines: linesOf(now).map(({ count, each, taxPercent, ...line }) => ({
      ...line,
      count: String(count),
      each: fieldAmount(each),
      tax: String(taxPercent),
    })),
    ...{ off: 'none', value: '', reason: '', buyer, due, note: '', agreed: '' },
  };
}

/** A line that is added: of the whole order, at the shop's rate. */
export const anotherLine = (taxPercent: number): LineDraft => ({
  ...{ tag: null, what: '', count: '1', unit: 'piece', each: '', tax: String(taxPercent) },
});

/** A line for days in which nobody fetched it. */
export const storageLine = ({ tag, days, each }: BillBegun['storage'][number], taxPercent: number): LineDraft => ({
  ...anotherLine(taxPercent),
  ...{ tag, what: 'Storage, a day', count: String(days), each: fieldAmount(each) },
});

/** A line for a piece that was used of a part of the shelf. */
export const partLine = (
  { id, maker, name, price }: Pick<PartView, 'id' | 'maker' | 'name' | 'price'>,
  taxPercent: number,
): LineDraft => ({ ...anotherLine(taxPercent), what: `${maker} ${name}`, each: fieldAmount(price), partId: id });

/** What was typed, as it is sent; what cannot be read stands at its field. */
export function billOf(draft: BillDraft, agreedTotal: number | null): Read<IssueBill> {
  const problems: FieldProblem[] = [];
  const wrong = (field: string, sentence: string) => void problems.push({ field, sentence });
  const lines = draft.lines.map(({ tag, what, count, unit, each, tax, partId }, index): BillLine => {
    const at = `lines.${index}`;
    const [pieces, price, taxPercent] = [typedFigure(count), minorOf(each) ?? Number.NaN, typedFigure(tax)];
    if (what.trim() === '') wrong(`${at}.what`, 'Say what it is.');
    if (!(Number.isInteger(pieces) && pieces >= 1)) wrong(`${at}.count`, 'From 1 on.');
    if (Number.isNaN(price)) wrong(`${at}.each`, 'Such as 4.50; 0 where it is free.');
    if (!(taxPercent >= 0 && taxPercent <= 100)) wrong(`${at}.taxPercent`, 'From 0 to 100.');
    const off = partId ? { partId } : {};
    return { tag, what: what.trim(), count: pieces, unit, each: price, taxPercent, ...off };
  });
  const reduction = reductionOf(draft);
  if (Number.isNaN(reduction.value))
    wrong('reduction.value', draft.off === 'per cent' ? 'Such as 10.' : 'Such as 10.00.');
  if (draft.off !== 'none' && draft.reason.trim() === '')
    wrong('reduction.reason', 'Say what for; it stands on the bill.');
  if (problems.length > 0) return { ok: false, problems };
  const { due, note, agreed } = draft;
  const buyer = { ...draft.buyer, country: codeOf(draft.buyer.country) };
  const { total } = sumsOf(lines, reduction, agreedTotal);
  return { ok: true, body: { lines, reduction, buyer, ...(due ? { due } : {}), note, agreed, total } };
}

function reductionOf({ off, value, reason }: BillDraft): Reduction {
  const typed = off === 'none' ? 0 : off === 'per cent' ? typedFigure(value) : (minorOf(value) ?? Number.NaN);
  return { kind: off, value: typed, reason: off === 'none' ? '' : reason.trim() };
}

/** What it comes to while it is typed; null while a figure cannot be read. */
export function sumsTyped(draft: BillDraft, agreedTotal: number | null): BillSums | null {
  const named = {
    ...draft,
    reason: draft.reason || '–',
    lines: draft.lines.map((line) => ({ ...line, what: line.what || '–' })),
  };
  const read = billOf(named, agreedTotal);
  return read.ok ? sumsOf(read.body.lines, read.body.reduction, agreedTotal) : null;
}

/** The field of the form that holds a field of what is sent. */
export function fieldOf(field: string): string {
  const [head = '', ...rest] = field.split('.');
  if (head === 'reduction') return rest[0] === 'kind' ? 'off' : (rest[0] ?? field);
  return field.replace(/\.taxPercent$/, '.tax');
}
