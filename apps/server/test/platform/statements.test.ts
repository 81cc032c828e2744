import pg from 'pg';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { bookJob, stockUp, type Stock } from '../fixtures';
import { useShop } from '../harness';
import { JOBS_SQL, OPEN_SQL } from '../../src/jobs/job-record';
import { FIND_SQL } from '../../src/find/find';
import { AUDIT_LIST } from '../../src/audit/list-audit';
import { STAY_LIST } from '../../src/custody/list-stays';
import { MESSAGE_LIST } from '../../src/messages/list-messages';
import { CLAIM_LIST } from '../../src/returns/returns';
import { JOB_LIST } from '../../src/jobs/list-jobs';
import { MODEL_LIST } from '../../src/models/list-models';
import { listSql } from '../../src/platform/database/listed';
import { BILL_LIST } from '../../src/till/list-bills';
import { PART_LIST } from '../../src/shelf/list-parts';
import { EVENTS_SQL } from '../../src/jobs/view-job';

const shop = useShop();
let stock: Stock;
let tag: string;
let order: number;
beforeAll(async () => {
  stock = await stockUp(shop);
  for (let n = 0; n < 5; n++) ({ tag, order } = await bookJob(shop.as.counter, stock));
  // The index of drives is kept once somebody asked for it.
  await shop.as.technician.get(`/jobs/${tag}/match`);
});

/** Statements that reach PostgreSQL while the request is answered: session and staff look-up included. */
async function statementsOf(path: string): Promise<number> {
  const spy = vi.spyOn(pg.Client.prototype, 'query');
  await shop.as.technician.get(path);
  const count = spy.mock.calls.length;
  spy.mockRestore();
  return count;
}

it('plans a statement with parameters once a connection', async () => {
  const names: unknown[] = [];
  const spy = vi.spyOn(pg.Client.prototype, 'query');
  for (let turn = 0; turn < 2; turn++) {
    spy.mockClear();
    await shop.as.technician.get(`/jobs/${tag}`);
    names.push(spy.mock.calls.map(([config]) => (config as { name?: string }).name));
  }
  spy.mockRestore();
  expect(names[0]).toEqual(names[1]);
  expect(names[0]).toEqual([expect.any(String), expect.any(String), expect.any(String)]);
});

describe('SQL statements for a read, with session and account', () => {
  it.each([
    ['the job list', () => '/jobs', 3],
    ['a job', () => `/jobs/${tag}`, 4],
    ['the floor', () => '/floor', 3],
    ['what runs', () => '/runs', 3],
    ['the bench', () => '/berths', 3],
    ['what fits', () => `/jobs/${tag}/match`, 4],
    ['what stays', () => '/stays', 4],
    ['what of it is to be seen to', () => '/stays/to-see', 4],
    ['the rounds', () => '/rounds', 3],
    ['a wipe', () => `/stays/${tag}/0/wipe`, 7],
    ['what a bill begins with', () => `/orders/${order}/bill`, 8],
    ['the bills', () => '/bills', 3],
    ['the till', () => '/till', 5],
    ['the messages', () => '/messages', 3],
    ['what is to be told', () => '/messages/to-see', 6],
    ['the papers of a job', () => `/jobs/${tag}/papers`, 3],
    ['the claims', () => '/claims', 3],
    ['the page of an order', () => `/orders/${order}/page`, 5],
  ])('%s', async (_name, path, most) => {
    expect(await statementsOf(path())).toBeLessThanOrEqual(most);
  });

  it('does not grow with the number of jobs', async () => {
    const alone = await statementsOf('/floor');
    for (let n = 0; n < 3; n++) await bookJob(shop.as.counter, stock);
    // What is new is read with one more, however much it is; what is known is not.
    expect(await statementsOf('/floor')).toBe(alone + 1);
    expect(await statementsOf('/floor')).toBe(alone);
  });
});

describe('a shop in its third year', () => {
  /** Tables that do not grow with the number of jobs, or where all of it is read anyway. */
  const SMALL = ['setting', 'staff', 'place', 'berth', 'device_model', 'part'];

  /** Tables that are read from end to end because nothing leads to the rows, whatever that costs. */
  async function readWhole(sql: string, values: unknown[]): Promise<string[]> {
    const runner = shop.database.createQueryRunner();
    await runner.query('set enable_seqscan = off');
    const [{ 'QUERY PLAN': plan }] = (await runner.query(`explain (format json) ${sql}`, values)) as [
      { 'QUERY PLAN': unknown },
    ];
    await runner.query('reset enable_seqscan');
    await runner.release();
    const found = JSON.stringify(plan).matchAll(/"Node Type":"Seq Scan"[^{}]*?"Relation Name":"(\w+)"/g);
    return [...new Set([...found].map(([, table]) => table ?? ''))].filter((table) => !SMALL.includes(table));
  }

  const JOB_LISTS = (['tag', 'booked', 'promised', 'closed'] as const).map((sort): [string, string, unknown[]] => {
    const { sql, values } = listSql(JOB_LIST, { sort, all: 'yes' }, new Date(0));
    return [`the jobs by ${sort}`, sql, values];
  });

  const LISTS = [
    ['the audit', listSql(AUDIT_LIST, {}, new Date(0))] as const,
    ['the audit further on', listSql(AUDIT_LIST, { after: 'x~2026-01-01' }, new Date(0))] as const,
    ['the shelf', listSql(PART_LIST, {}, new Date(0))] as const,
    ['the models', listSql(MODEL_LIST, {}, new Date(0))] as const,
    ['what stays', listSql(STAY_LIST, { today: '2026-06-01' }, new Date(0))] as const,
    ['what is due of it', listSql(STAY_LIST, { today: '2026-06-01', state: 'due' }, new Date(0))] as const,
    ['the messages', listSql(MESSAGE_LIST, {}, new Date(0))] as const,
    ['the claims', listSql(CLAIM_LIST, {}, new Date(0))] as const,
    ['the bills', listSql(BILL_LIST, { today: '2026-06-01' }, new Date(0))] as const,
    [
      'bills that are overdue',
      listSql(BILL_LIST, { today: '2026-06-01', state: 'overdue', sort: 'due' }, new Date(0)),
    ] as const,
  ].map(([name, { sql, values }]): [string, string, unknown[]] => [name, sql, values]);

  it.each([
    ['a job', `${JOBS_SQL} where j.tag = $1`, ['U-2401']],
    ['its history', EVENTS_SQL, ['7b0c6a5e-51d1-4a53-9d43-0d2a4b1a8c11', 100]],
    ['a name', FIND_SQL, ['Ferry office', 'Ferry office', '', '', -1]],
    ['a phone number', FIND_SQL, ['01555 010 114', '01555 010 114', '01555010114', '', -1]],
    ['a tag or a serial', FIND_SQL, ['U-2401', 'U-2401', '', 'U', 2401]],
    ...JOB_LISTS,
    ...LISTS,
  ])('finds %s by an index of every table that grows', async (_name, sql, values) => {
    expect(await readWhole(sql, values)).toEqual([]);
  });

  it('chooses the open jobs of the Floor before it joins anything to them', async () => {
    const [{ 'QUERY PLAN': plan }] = (await shop.database.query(`explain (format json) ${OPEN_SQL}`, [10])) as [
      { 'QUERY PLAN': [{ Plan: PlanNode }] },
    ];
    const limit = nodesOf(plan[0].Plan).find((node) => node['Node Type'] === 'Limit');
    expect(limit).toBeDefined();
    expect(nodesOf(limit as PlanNode).filter((node) => /Join|Nested Loop/.test(node['Node Type']))).toEqual([]);
  });
});

interface PlanNode {
  'Node Type': string;
  Plans?: PlanNode[];
}

const nodesOf = (node: PlanNode): PlanNode[] => [node, ...(node.Plans ?? []).flatMap(nodesOf)];
