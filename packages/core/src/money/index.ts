const amounts = new Intl.NumberFormat('en', { minimumFractionDigits: 2, maximumFractionDigits: 2 });

/** An amount in minor currency units as it stands in a sentence, such as "1,290.00". */
export function amount(minor: number): string {
  const known = written.get(minor);
  if (known !== undefined) return known;
  if (written.size >= MOST) written.clear();
  const text = amounts.format(minor / 100);
  written.set(minor, text);
  return text;
}

/** The same prices come again and again, and writing one takes as long as many a rule. */
const written = new Map<number, string>();
const MOST = 2000;
