/** How far the shop's server is ahead of this browser's clock, ms: 0 as long as that clock may be right. */
let ahead = 0;

/** An answer tells the time to the second, and a moment passes while it is written, ms. */
const SECOND = 1000;
const LEEWAY = 2000;

/** What time it is at the shop, ms since the epoch: by its server, where this browser's clock cannot be right. */
export const shopNow = (): number => Date.now() + ahead;

/**
 * Takes the time from an answer (its `Date`, RFC 9110, section 6.6.1) to what was asked and answered by this browser's
 * clock, ms. What is taken already stays as long as it fits.
 */
export function heardTime(date: string | null, asked: number, answered: number): void {
  const told = date === null ? NaN : Date.parse(date);
  if (Number.isNaN(told)) return;
  const [least, most] = [told - answered - LEEWAY, told + SECOND - asked + LEEWAY];
  if (ahead >= least && ahead <= most) return;
  ahead = least <= 0 && most >= 0 ? 0 : (least + most) / 2;
}
