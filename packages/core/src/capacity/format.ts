import { GB, GIB, KIB, MB, MIB, TB, TIB } from './units';

/** Steps from the largest on: the unit's size, its name, decimals, and from how many of it on it is used. */
function scaled(bytes: number, steps: readonly (readonly [number, string, number, number?])[]): string {
  const step = steps.find(([size, , , from = 1]) => Math.abs(bytes) >= size * from) ?? steps[steps.length - 1];
  const [size, unit, decimals] = step ?? [1, 'B', 0];
  return `${separated(bytes / size, decimals)} ${unit}`;
}

/**
 * A figure with a comma between thousands and at most so many decimals, zeros at its end left out: as `Intl` writes it in
 * English, which takes a browser longer to get ready than a page of such figures to draw.
 */
export function separated(value: number, decimals: number): string {
  // Of its shortest decimal digits, so that 0.95 becomes 1.0 however it lies in binary.
  const [digits, exponent = '0'] = String(Math.abs(value)).split('e');
  const steps = Math.round(Number(`${digits}e${Number(exponent) + decimals}`));
  const [whole = '', fraction = ''] = (steps / 10 ** decimals).toFixed(decimals).split('.');
  const rest = fraction.replace(/0+$/, '');
  const sign = value < 0 || Object.is(value, -0) ? '-' : '';
  return sign + whole.replace(/\B(?=(\d{3})+$)/g, ',') + (rest && `.${rest}`);
}

/** Decimal display as printed on a box: "500.1 GB". Below 1 MB in bytes. */
export function decimal(bytes: number): string {
  return scaled(bytes, [
    [TB, 'TB', 2],
    [GB, 'GB', 1],
    [MB, 'MB', 0],
    [1, 'B', 0],
  ]);
}

/** Decimal display of something as small as a file: "1.6 MB", "412 kB". */
export function fileSize(bytes: number): string {
  return scaled(bytes, [
    [GB, 'GB', 1],
    [MB, 'MB', 1],
    [1000, 'kB', 0],
    [1, 'B', 0],
  ]);
}

/** Binary display as most systems compute it: "465.8 GiB". */
export function binary(bytes: number): string {
  return scaled(bytes, [
    [TIB, 'TiB', 2, 10],
    [GIB, 'GiB', 1],
    [MIB, 'MiB', 0],
    [KIB, 'KiB', 0],
    [1, 'B', 0],
  ]);
}

/** A rate in MB/s: "3,400 MB/s"; below 10 with one decimal. */
export function rate(megabytes: number): string {
  return `${separated(megabytes, megabytes < 10 ? 1 : 0)} MB/s`;
}
