/** An amount in minor currency units as it stands in a sentence, such as "129.00". */
export function amount(minor: number): string {
  return (minor / 100).toFixed(2);
}
