/**
 * Values by their places, of which the least, and the first that is no more than a bound, are found in as many looks as the logarithm
 * of their number: a tree of least values.
 */
export class Least {
  /** The least below each node; the leaves are the second half. */
  readonly #values: Float64Array;
  readonly #leaves: number;

  constructor(places: number, value = Infinity) {
    this.#leaves = 2 ** Math.ceil(Math.log2(Math.max(1, places)));
    this.#values = new Float64Array(2 * this.#leaves).fill(Infinity);
    for (let place = 0; place < places; place += 1) this.set(place, value);
  }

  /** The least of all; infinite where there is none. */
  get least(): number {
    return this.#values[1] ?? Infinity;
  }

  at(place: number): number {
    return this.#values[this.#leaves + place] ?? Infinity;
  }

  set(place: number, value: number): void {
    const values = this.#values;
    let node = this.#leaves + place;
    values[node] = value;
    while (node > 1) {
      node >>= 1;
      const [one, other] = [values[2 * node] ?? Infinity, values[2 * node + 1] ?? Infinity];
      const least = one < other ? one : other;
      // Above it nothing is another either.
      if (values[node] === least) return;
      values[node] = least;
    }
  }

  /** The first place whose value is no more than a bound that is no less than the least. */
  first(bound: number): number {
    const values = this.#values;
    let node = 1;
    while (node < this.#leaves) node = (values[2 * node] ?? Infinity) <= bound ? 2 * node : 2 * node + 1;
    return node - this.#leaves;
  }
}
