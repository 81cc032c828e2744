import { createHash } from 'node:crypto';
import pg, { type QueryConfig } from 'pg';

/** Most statements that are kept prepared; what comes after is planned each time, as without a name. */
const MOST = 400;

/** Begins a statement whose best plan depends on its values, such as a list with filters that may be empty. */
export const PLANNED_ANEW = '/* planned anew */';

const names = new Map<string, string>();

function nameOf(text: string): string | undefined {
  if (text.startsWith(PLANNED_ANEW)) return undefined;
  const known = names.get(text);
  if (known || names.size >= MOST) return known;
  const name = createHash('sha1').update(text).digest('base64url');
  names.set(text, name);
  return name;
}

type Query = (config: string | QueryConfig, values?: unknown, done?: unknown) => unknown;

/**
 * A connection that prepares every statement with parameters the first time and plans it no more: planning the read
 * of a job takes PostgreSQL four times as long as carrying it out.
 */
export class PreparingClient extends pg.Client {
  constructor(config?: pg.ClientConfig) {
    super(config);
    const query: Query = (text, values, done) => {
      const send: Query = (...all) => (super.query as Query).apply(this, all);
      const name = typeof text === 'string' && Array.isArray(values) && values.length > 0 ? nameOf(text) : undefined;
      if (!name) return send(text, values, done);
      return send({ name, text: text as string, values: values as unknown[] }, done);
    };
    this.query = query as typeof this.query;
  }
}
