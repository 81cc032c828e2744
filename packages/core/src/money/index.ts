/** How amounts are written: in which language's figures, and in which currency; '' writes them without one. */
export interface MoneyFormat {
  locale: string;
  currency: string;
}

const PLAIN: MoneyFormat = { locale: 'en', currency: '' };

/** The same prices come again and again, and writing one takes as long as many a rule. */
const written = new Map<number, string>();
const MOST = 2000;

/** Made when the first amount is written: it takes longer than many of them. */
let amounts: Intl.NumberFormat | null = null;
let told = PLAIN;

/** Writes every amount as the shop does from now on; told once, when it is known. */
export function writeAmountsAs(format: MoneyFormat = PLAIN): void {
  told = format;
  amounts = null;
  written.clear();
}

function formatOf({ locale, currency }: MoneyFormat): Intl.NumberFormat {
  const decimals = { minimumFractionDigits: 2, maximumFractionDigits: 2 };
  return new Intl.NumberFormat(locale, currency ? { style: 'currency', currency, ...decimals } : decimals);
}

/** An amount in minor currency units (hundredths) as it stands in a sentence, such as "1,290.00" or "€1,290.00". */
export function amount(minor: number): string {
  const known = written.get(minor);
  if (known !== undefined) return known;
  if (written.size >= MOST) written.clear();
  amounts ??= formatOf(told);
  const text = amounts.format(minor / 100);
  written.set(minor, text);
  return text;
}
