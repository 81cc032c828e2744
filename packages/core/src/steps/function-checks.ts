import type { Wish } from './types';

const AFTER_A_COPY = ['Full capacity shown', 'Volume sizes as planned', 'Files there', 'Activation valid'];
const AFTER_MEMORY = ['Memory size as ordered', 'Memory test passed'];

/** What is checked before hand-over: what the wishes ask for, then what the model has. */
export function functionChecks(wishes: readonly Wish[], functions: readonly string[]): string[] {
  const wished = (kind: Wish['kind']) => wishes.some((wish) => wish.kind === kind);
  return [...(wished('new drive') ? AFTER_A_COPY : []), ...(wished('memory') ? AFTER_MEMORY : []), ...functions];
}
