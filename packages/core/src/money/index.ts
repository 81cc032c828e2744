const amounts = new Intl.NumberFormat('en', { minimumFractionDigits: 2, maximumFractionDigits: 2 });

/** An amount in minor currency units as it stands in a sentence, such as "1,290.00". */
export function amount(minor: number): string {
  return amounts.format(minor / 100);
}
