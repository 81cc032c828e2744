/** 0.1, 1, 10 and so on: the others would crowd a scale that grows by tens. */
export function isDecade(value: number): boolean {
  return Number.isInteger(Math.log10(value));
}
