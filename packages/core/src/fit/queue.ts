/** Something with its place in an order: lower ranks first, number by number; of equal ones by the id. */
interface Ranked {
  rank: readonly number[];
  partId: string;
}

/** What waits, best rank first: a binary heap. */
export class Queue<T extends Ranked> {
  private readonly heap: T[] = [];

  add(one: T): void {
    const { heap } = this;
    let at = heap.length;
    heap.push(one);
    while (at > 0) {
      const above = (at - 1) >> 1;
      const parent = heap[above];
      if (!parent || !before(one, parent)) break;
      heap[at] = parent;
      at = above;
    }
    heap[at] = one;
  }

  take(): T | undefined {
    const { heap } = this;
    const [first] = heap;
    const last = heap.pop();
    if (!first || !last || heap.length === 0) return first;
    let at = 0;
    for (;;) {
      const [left, right] = [heap[2 * at + 1], heap[2 * at + 2]];
      const below = left && right && before(right, left) ? 2 * at + 2 : 2 * at + 1;
      const child = heap[below];
      if (!child || !before(child, last)) break;
      heap[at] = child;
      at = below;
    }
    heap[at] = last;
    return first;
  }
}

function before(a: Ranked, b: Ranked): boolean {
  for (let n = 0; n < a.rank.length; n++) {
    const [x, y] = [a.rank[n] ?? 0, b.rank[n] ?? 0];
    if (x !== y) return x < y;
  }
  return a.partId < b.partId;
}
