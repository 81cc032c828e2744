import type { Order } from './ListTable';

/** The order that an address says, or the usual one. */
export function orderIn<By extends string>(given: URLSearchParams, sorts: readonly By[], usual: Order<By>): Order<By> {
  const by = sorts.find((one) => one === given.get('sort'));
  if (by === undefined) return usual;
  return { by, way: given.get('way') === 'down' ? 'down' : 'up' };
}

/** The order once a heading was pressed, from what the address says, else from the one that is shown. */
export function pressed<By extends string>(given: URLSearchParams, by: By, shown: Order<By>): Order<By> {
  const now = given.has('sort') ? { by: given.get('sort'), way: given.get('way') ?? 'up' } : shown;
  return { by, way: now.by === by && now.way === 'up' ? 'down' : 'up' };
}

/** How a list is asked to go. */
export const sortOf = <By extends string>({ by, way }: Order<By>): { sort: By; way: 'up' | 'down' } => ({
  sort: by,
  way,
});

/** The address of a file with what is asked for. */
export function fileOf(address: string, asked: object): string {
  const words = Object.entries(asked).map(([name, value]): [string, string] => [name, String(value)]);
  return `${address}?${new URLSearchParams(words).toString()}`;
}
