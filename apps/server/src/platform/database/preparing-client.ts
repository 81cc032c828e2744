import { createHash } from 'node:crypto';
import pg from 'pg';

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

type Done = (error: Error | undefined, result: unknown) => void;

/** What the rows of a statement are put together by: its columns, how each is read, a row without values. */
interface Columns {
  fields: readonly unknown[];
  _parsers: readonly unknown[];
  _prebuiltEmptyResultObject: object;
}

/** What of a query of the driver is used here beyond its types. */
interface Inside {
  name: string;
  _result: Columns & { addFields: (fields: readonly unknown[]) => void };
  _accumulateRows: boolean;
}

/** By database and statement: the names come anew with each answer, and reading them again takes longer than a short row. */
const columnsOf = new Map<string, Columns>();

/** A prepared statement whose columns are known from the last time. */
class PreparedQuery extends pg.Query {
  constructor(
    private readonly database: string,
    name: string,
    text: string,
    values: unknown[],
    done: Done,
  ) {
    // Given as an object, the driver copies it by its descriptors, which takes as long as sending a short one.
    super(text, values, done as never);
    (this as unknown as Inside).name = name;
  }

  handleRowDescription({ fields }: { fields: readonly unknown[] }): void {
    const inside = this as unknown as Inside;
    const { _result: result } = inside;
    const key = `${this.database} ${inside.name}`;
    const known = columnsOf.get(key);
    if (known?.fields.length === fields.length) Object.assign(result, known);
    else {
      result.addFields(fields);
      const { _parsers, _prebuiltEmptyResultObject } = result;
      columnsOf.set(key, { fields: result.fields, _parsers, _prebuiltEmptyResultObject });
    }
    inside._accumulateRows = true;
  }
}

type Query = (config: string | pg.QueryConfig, values?: unknown, done?: unknown) => unknown;

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
      const ask = (told: Done) =>
        send(new PreparedQuery(this.database ?? '', name, text as string, values as unknown[], told) as never);
      if (typeof done === 'function') return ask(done as Done);
      return new Promise((resolve, reject) => {
        ask((error, result) => (error ? reject(error) : resolve(result)));
      }).catch((error: Error) => {
        // The trace then leads to whoever asked, not to the socket that the answer came by.
        Error.captureStackTrace(error);
        throw error;
      });
    };
    this.query = query as typeof this.query;
  }
}
