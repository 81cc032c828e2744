import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import copyStreams from 'pg-copy-streams';

/** Where the numbers of these jobs begin: far beyond those that a shop draws meanwhile. */
export const BULK_BASE = 10_000_000;
/** Jobs that stay open, however many there are in all. */
const OPEN = 300;
const BEGAN = Date.UTC(2016, 0, 1);

const hex = (value, length) => value.toString(16).padStart(length, '0');
/** The id of a row of a kind of thing: the same at every run. */
const id = (kind, n) => `${hex(kind, 8)}-0000-4000-8000-${hex(n, 12)}`;
const [CUSTOMER, DEVICE, ORDER, JOB, WISH, FACT, STRIP, BELONGING] = [0xc1, 0xd1, 0x01, 0x0b, 0x15, 0xfa, 0x51, 0x71];
const time = (n) => new Date(BEGAN + n * 300_000).toISOString();
const DAY = 86_400_000;
/** Days within which what is open was booked, and those until which it is promised, evenly: of the earliest a few are late. */
const [BOOKED, PROMISED] = [20, [-1, 24]];
const before = JSON.stringify({
  set: {
    sequentialRead: 92,
    sequentialWrite: 88,
    randomRead: 0.5,
    randomWrite: 0.9,
    startUps: [96, 101, 98],
    method: '',
    attached: 'inside',
  },
  whyNot: '',
});
const health = JSON.stringify({ grade: 'good', note: '' });

/** Columns and rows of each table for job n; what belongs to one customer in five is made with every fifth. */
const TABLES = {
  customer: {
    columns: 'id, name, phone, phone_digits, email, created_at',
    rows: (n) =>
      n % 5 === 0 ? [[id(CUSTOMER, n), `Customer ${n}`, `01555 ${n}`, `01555${n}`, `c${n}@example.org`, time(n)]] : [],
  },
  device: {
    columns: 'id, model_id, customer_id, serial',
    rows: (n, { models }) => [[id(DEVICE, n), models[n % models.length], id(CUSTOMER, n - (n % 5)), `BULK-${n}`]],
  },
  shop_order: {
    columns: 'id, number, customer_id, created_at',
    rows: (n, { base }) => [[id(ORDER, n), base + n, id(CUSTOMER, n - (n % 5)), time(n)]],
  },
  job: {
    columns:
      'id, number, tag, order_id, device_id, version, complaint, condition, price, booked_at, promised_at, closed_at, guarantee_until, station, next',
    rows: (n, { base, total, open: stay, now }) => {
      const open = n >= total - stay;
      const closed = open ? null : time(n + 100);
      const part = (n - (total - stay)) / stay;
      const day = (days) => new Date(now + days * DAY).toISOString();
      const [booked, promised] = open
        ? [day((part - 1) * BOOKED), day(PROMISED[0] + part * (PROMISED[1] - PROMISED[0]))]
        : [time(n), time(n + 288)];
      const [station, next] = open ? ['Match', 'Choose and reserve the drive'] : ['closed', ''];
      const tag = `U-${base + n}`;
      return [
        [
          id(JOB, n),
          base + n,
          tag,
          id(ORDER, n),
          id(DEVICE, n),
          3,
          'It is slow.',
          '',
          9900,
          booked,
          promised,
          closed,
          closed,
          station,
          next,
        ],
      ];
    },
  },
  wish: { columns: 'id, job_id, kind, least', rows: (n) => [[id(WISH, n), id(JOB, n), 'new drive', 480_103_981_056]] },
  fact: {
    columns: 'id, job_id, device_id, key, value, origin, by, at, current',
    rows: (n, { staff }) => [
      [id(FACT, n * 2), id(JOB, n), id(DEVICE, n), 'before', before, 'measured', staff, time(n), true],
      [id(FACT, n * 2 + 1), id(JOB, n), id(DEVICE, n), 'health', health, 'typed', staff, time(n), true],
    ],
  },
  disassembly_item: {
    columns: 'id, job_id, position, stage, kind, name, count, out_count, back_count',
    rows: (n) => [
      [id(STRIP, n * 2), id(JOB, n), 0, 1, 'screw', 'base screw', 10, 0, 0],
      [id(STRIP, n * 2 + 1), id(JOB, n), 1, 2, 'cable', 'battery lead', 1, 0, 0],
    ],
  },
  belonging: { columns: 'id, job_id, number, name', rows: (n) => [[id(BELONGING, n), id(JOB, n), 0, 'the device']] },
  event: {
    columns: 'job_id, seq, kind, data, by, at',
    rows: (n, { staff }) => [
      [id(JOB, n), 1, 'booked', '{}', staff, time(n)],
      [id(JOB, n), 2, 'fact recorded', '{"key":"before"}', staff, time(n + 1)],
      [id(JOB, n), 3, 'fact recorded', '{"key":"health"}', staff, time(n + 2)],
    ],
  },
};

/**
 * Adds jobs by COPY until there are `total` of them, the last `open` of them open, numbered from BULK_BASE on; `from` were made by an earlier call.
 * Triggers and foreign keys are passed over: the rows are consistent by how they are made. Answers the seconds taken.
 */
export async function addBulk(databaseUrl, from, total, open = OPEN) {
  const client = new pg.Client(databaseUrl);
  await client.connect();
  const began = performance.now();
  const { rows: models } = await client.query('select id from device_model where not stub order by code');
  const { rows: staff } = await client.query("select id from staff where role = 'technician' limit 1");
  const known = {
    models: models.map((row) => row.id),
    staff: staff[0].id,
    base: BULK_BASE,
    total,
    open,
    now: Date.now(),
  };
  await client.query('set session_replication_role = replica');
  if (from > 0)
    await client.query(
      "update job set closed_at = booked_at, station = 'closed', next = '' where id::text like '0000000b-%' and closed_at is null",
    );
  for (const [table, { columns, rows }] of Object.entries(TABLES)) {
    const into = client.query(copyStreams.from(`copy ${table} (${columns}) from stdin`));
    await pipeline(Readable.from(linesOf(rows, from, total, known)), into);
  }
  await client.query('analyze');
  await client.end();
  return Math.round((performance.now() - began) / 1000);
}

/** Rows in the text format of COPY, some thousand at a time. */
export function* linesOf(rows, from, total, known) {
  let chunk = '';
  for (let n = from; n < total; n++) {
    for (const row of rows(n, known)) chunk += `${row.map((value) => value ?? '\\N').join('\t')}\n`;
    if (chunk.length > 1 << 18) {
      yield chunk;
      chunk = '';
    }
  }
  yield chunk;
}
