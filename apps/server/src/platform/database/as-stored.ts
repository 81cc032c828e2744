/**
 * A value as it is read when it was stored as `jsonb`, to the order of its names: shorter ones first, those of a length by
 * their bytes (PostgreSQL, section 8.14); what is undefined is left out.
 */
export function asStored<T>(value: T): T {
  return inOrder(JSON.parse(JSON.stringify(value))) as T;
}

function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder);
  if (typeof value !== 'object' || value === null) return value;
  const named = Object.entries(value).map(([name, one]) => ({ name, bytes: Buffer.from(name), one: inOrder(one) }));
  named.sort((a, b) => a.bytes.length - b.bytes.length || a.bytes.compare(b.bytes));
  return Object.fromEntries(named.map(({ name, one }) => [name, one]));
}
