export { rate } from '@udrel/core/capacity';
export { amount as money } from '@udrel/core/money';

const number = new Intl.NumberFormat('en');
const oneDecimal = new Intl.NumberFormat('en', { maximumFractionDigits: 1 });

/** A whole number with separators. */
export function whole(value: number): string {
  return number.format(Math.round(value));
}

/** "5.6 times". */
export function times(multiple: number): string {
  return `${oneDecimal.format(multiple)} times`;
}

/** "87 %". */
export function percent(share: number): string {
  return `${Math.round(share * 100)} %`;
}

/** A start-up time: "104 s". */
export function seconds(value: number): string {
  return `${oneDecimal.format(value)} s`;
}

/** An amount in minor units; null where nothing is typed, undefined where it is no amount. */
export function minorOf(text: string): number | null | undefined {
  if (text.trim() === '') return null;
  const minor = Math.round(Number(text.replace(',', '.')) * 100);
  return minor >= 0 ? minor : undefined;
}
