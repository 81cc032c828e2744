export { rate } from '@udrel/core/capacity';
export { amount as money } from '@udrel/core/money';
import { figure, typedFigure } from './shop-formats';

/** A whole number with separators. */
export function whole(value: number): string {
  return figure(Math.round(value));
}

/** "5.6 times". */
export function times(multiple: number): string {
  return `${figure(multiple)} times`;
}

/** "87 %". */
export function percent(share: number): string {
  return `${Math.round(share * 100)} %`;
}

/** A start-up time: "104 s". */
export function seconds(value: number): string {
  return `${figure(value)} s`;
}

/** An amount in minor units; null where nothing is typed, undefined where it is no amount. */
export function minorOf(text: string): number | null | undefined {
  if (text.trim() === '') return null;
  const minor = Math.round(typedFigure(text) * 100);
  return minor >= 0 ? minor : undefined;
}

/** A code of two letters, however it was typed. */
export const codeOf = (typed: string): string => typed.trim().toUpperCase();

/** An amount as it is typed into a field: without currency and separators. */
export const fieldAmount = (minor: number): string => (minor / 100).toFixed(2);
