const number = new Intl.NumberFormat('en');
const oneDecimal = new Intl.NumberFormat('en', { maximumFractionDigits: 1 });

/** "3,400 MB/s"; below 10 with one decimal. */
export function rate(megabytes: number): string {
  return `${megabytes < 10 ? oneDecimal.format(megabytes) : number.format(Math.round(megabytes))} MB/s`;
}

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

/** Minor currency units as an amount: "129.00". */
export function money(minor: number): string {
  return (minor / 100).toLocaleString('en', { minimumFractionDigits: 2, maximumFractionDigits: 2 });
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
