import { Refusal } from '../errors';

/** Seconds after which a caller that was turned away for want of the database may ask again. */
const AGAIN_IN = 2;

interface DatabaseError {
  code?: string;
  constraint?: string;
  message?: string;
  driverError?: { code?: string; constraint?: string };
}

/** The SQLSTATE of an error of the database (PostgreSQL, appendix A), or null for another kind of error. */
export function sqlStateOf(error: unknown): string | null {
  if (typeof error !== 'object' || error === null) return null;
  const { code, driverError } = error as DatabaseError;
  const state = driverError?.code ?? code;
  return state !== undefined && /^[0-9A-Z]{5}$/.test(state) ? state : null;
}

/** Things of which there is one each, by the constraint that says so: the field, and what to do. */
const TWICE: Readonly<Record<string, readonly [field: string, sentence: string]>> = {
  UQ_614685aacd66c9e9c17d5d13c2e: ['login', 'This name is taken: choose another.'],
  UQ_c7d7c6a9589908622fbb197e285: ['code', 'There is a model with this code already.'],
  UQ_65b07d0905a0f43e4befd9b20b4: ['place', 'Somebody made this place at the same moment: send it again.'],
  UQ_db89cbe876fb4aebe0f563683ba: ['partNumber', 'There is a part with this number already.'],
  UQ_19cd811c9b00099a249254956ef: ['serial', 'This serial was put on record at the same moment: send it again.'],
  UQ_7d409a24caf7ca19ac324aeeaca: ['berth', 'There is a berth with this number already.'],
  device_serial: ['serial', 'This device was booked in at the same moment: look for its job.'],
  stock_serial: ['serials', 'One of these serials is on record already.'],
  run_open_job: ['version', 'Something of this job is running already.'],
  run_open_berth: ['berth', 'Something else was begun at this berth at the same moment: choose another.'],
  reads_request_open: ['berth', 'A berth is asked to measure a drive of this job already.'],
  read_back_request_open: ['berth', 'A berth is asked to read a drive of this job already.'],
  quote_order: ['total', 'Somebody wrote a version of this quote at the same moment. Look at it as it stands now.'],
};

const busy = (code: string, sentence: string) => new Refusal(503, code, sentence, { retryAfter: AGAIN_IN });

/** The one table of what an error of the database means for the caller; null for what is a fault of ours. */
export function refusalOfDatabase(error: unknown): Refusal | null {
  const { message = '', constraint, driverError } = (error ?? {}) as DatabaseError;
  if (/timeout exceeded when trying to connect|Connection terminated/.test(message)) return down();
  const state = sqlStateOf(error);
  switch (state) {
    case null:
      return /^(ECONNREFUSED|ECONNRESET)$/.test((error as DatabaseError | null)?.code ?? '') ? down() : null;
    case '23505': {
      const twice = TWICE[driverError?.constraint ?? constraint ?? ''];
      return twice ? new Refusal(409, 'there-already', twice[1], { problems: [named(twice)] }) : null;
    }
    case '23503':
      return new Refusal(422, 'invalid-input', 'Something that this names is not known here any more: choose again.');
    case '22003':
      return new Refusal(422, 'invalid-input', 'A number is larger than anything here can be.');
    case '22P02':
    case '22021':
    case '22P05':
    case '22007':
    case '22008':
      return new Refusal(422, 'invalid-input', 'Something that was sent cannot be read: check it.');
    case '40P01':
    case '40001':
    case '55P03':
      return busy(
        'held-by-another',
        'Somebody else is changing the same at this moment. Nothing was changed; try again.',
      );
    case '57014':
    case '25P03':
      return busy('took-too-long', 'This took too long. Nothing was changed; try again shortly.');
    default:
      return /^(57P0\d|08.{3}|53.{3})$/.test(state) ? down() : null;
  }
}

const named = ([field, sentence]: readonly [string, string]) => ({ field, sentence });

function down(): Refusal {
  return busy('database-down', 'The database does not answer. Nothing was changed; try again shortly.');
}
