import type { BillLine, BillSums, Reduction, TaxShare } from './types';

/** Minutes of an hour: work is counted in minutes and priced by the hour. */
const PER_HOUR = 60;

/** What a line comes to before tax, rounded half up to the minor unit (EN 16931, BT-131). */
export function lineAmount({ count, unit, each }: BillLine): number {
  return Math.round((count * each) / (unit === 'minute' ? PER_HOUR : 1));
}

/**
 * What lines come to. Each line is rounded by itself; tax is worked out once for each rate on the sum of its lines less
 * what goes off them, and rounded there (EN 16931, BR-CO-17); so the lines of a rate may be shown without tax only.
 *
 * @param agreed what was agreed with tax: where the same lines come to a few minor units more or less, since jobs were
 *   rounded one by one, the bill says what was agreed
 */
export function sumsOf(lines: readonly BillLine[], reduction: Reduction, agreed: number | null = null): BillSums {
  const amounts = lines.map(lineAmount);
  const percents = [...new Set(lines.map(({ taxPercent }) => taxPercent))].sort((a, b) => b - a);
  const bases = percents.map((percent) =>
    amounts.reduce((sum, amount, at) => (lines[at]?.taxPercent === percent ? sum + amount : sum), 0),
  );
  const off = reductionsOf(bases, percents, reduction);
  const shares = percents.map((percent, at): TaxShare => {
    const [sum, less] = [bases[at] ?? 0, off[at] ?? 0];
    const base = sum + less;
    return { percent, lines: sum, reduction: less, base, tax: taxOf(base, percent) };
  });
  const total = (key: 'lines' | 'reduction' | 'base' | 'tax') => shares.reduce((sum, share) => sum + share[key], 0);
  const [net, tax] = [total('base'), total('tax')];
  const wanted = reduction.kind === 'fixed price' ? reduction.value : nearly(agreed, net + tax, lines.length);
  const rounding = wanted === null ? 0 : wanted - net - tax;
  return {
    amounts,
    shares,
    lines: total('lines'),
    reduction: total('reduction'),
    net,
    tax,
    rounding,
    total: net + tax + rounding,
  };
}

/** Tax on what is taxed at a rate, rounded half up. */
function taxOf(base: number, percent: number): number {
  return Math.round((base * percent) / 100);
}

/** What was agreed, where it differs by rounding only: by a minor unit a line at most. */
function nearly(agreed: number | null, total: number, lines: number): number | null {
  return agreed !== null && Math.abs(agreed - total) <= lines ? agreed : null;
}

/** What goes off each rate's lines (negative), or is added to them. */
function reductionsOf(bases: readonly number[], percents: readonly number[], { kind, value }: Reduction): number[] {
  switch (kind) {
    case 'none':
      return bases.map(() => 0);
    case 'per cent':
      return bases.map((base) => 0 - Math.round((base * value) / 100));
    case 'amount before tax':
      return shared(0 - value, bases);
    case 'fixed price': {
      // Each rate's lines are scaled alike; what tax by rates cannot reach then is rounding.
      const gross = bases.reduce((sum, base, at) => sum + (base * (100 + (percents[at] ?? 0))) / 100, 0);
      return bases.map((base) => (gross === 0 ? 0 : Math.round((base * value) / gross) - base));
    }
  }
}

/** An amount shared out in proportion, to the last minor unit: the largest remainders get what is left. */
function shared(amount: number, over: readonly number[]): number[] {
  const whole = over.reduce((sum, part) => sum + part, 0);
  if (whole === 0) return over.map(() => 0);
  const exact = over.map((part) => (amount * part) / whole);
  const parts = exact.map(Math.floor);
  const left = amount - parts.reduce((sum, part) => sum + part, 0);
  const byRemainder = exact.map((one, at) => [one - Math.floor(one), at] as const).sort(([a], [b]) => b - a);
  for (const [, at] of byRemainder.slice(0, left)) parts[at] = (parts[at] ?? 0) + 1;
  return parts;
}
