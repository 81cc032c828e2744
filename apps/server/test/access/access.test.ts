import { get } from 'node:http';
import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import { addressOf, endpoints, parametersOf } from '@udrel/contract/endpoints';
import { PERMISSIONS, ROLES } from '@udrel/contract/permissions';
import type { Found, JobPage, JobView, Permission, Role, SessionView } from '@udrel/contract/types';
import { demoAllowedOn } from '../../src/platform/http/access';
import { knownHosts } from '../../src/platform/http/hosts';
import type { Route } from '../../src/platform/http/handlers';
import { addStaff, makeSetUpCode } from '../../src/staff/people';
import { bookJob, stockUp } from '../fixtures';
import { everyRoute, TEST_CONFIG, useShop, type Caller } from '../harness';

const shop = useShop();
beforeAll(async () => {
  await bookJob(shop.as.counter, await stockUp(shop));
});
/** Who may call what, written out by hand: the declarations must say the same. */
const PUBLIC = [
  ...['session', 'signIn', 'signOut', 'unlock', 'setUp', 'health', 'ready', 'openApi', 'fileSchema'],
  ...['openPairing', 'sendFromPhone', 'calendar', 'logo'],
];
const AGENT = ['agentHello', 'agentToken', 'agentWork', 'agentSamples', 'agentReadBack', 'agentReads', 'agentWipeRead'];
const EVERY_ROLE = [
  ...['switchTo', 'lock', 'switchable', 'setPin', 'changePassword', 'sessions', 'endSession', 'signOutEverywhere'],
  ...[
    'rates',
    'estimates',
    'customers',
    'floor',
    'find',
    'hints',
    'berths',
    'runs',
    'jobRuns',
    'sheetPictures',
    'takes',
    'match',
    'placing',
    'quote',
  ],
  ...[
    'models',
    'nearestModels',
    'model',
    'lessons',
    'startCases',
    'devices',
    'parts',
    'places',
    'partLines',
    'receive',
  ],
  ...['bookIn', 'writeQuote', 'acceptQuote', 'pay', 'settleOrder', 'jobs', 'jobCount', 'jobExport', 'job', 'history'],
  ...['events', 'eventCount', 'eventExport', 'partCount', 'partExport', 'modelRows', 'modelCount', 'modelExport'],
  ...[
    'recordAtCounter',
    'addNote',
    'carryOutKept',
    'addBelonging',
    'moveBelonging',
    'moveAllBelongings',
    'addSecret',
    'closeJob',
  ],
  ...['considerBookingCorrection', 'correctBooking', 'considerEnd', 'correctEnd'],
  ...['jobPhotos', 'photo', 'keepPhoto', 'markPhoto', 'removePhoto', 'pairPhone', 'endPairing'],
];
const MONEY = [
  ...['customerRows', 'customerCount', 'customerExport', 'customer', 'changeCustomer', 'sayToCustomer'],
  ...['billBegun', 'issueBill', 'bills', 'billCount', 'billExport', 'billPaper', 'billInvoice', 'paymentReceipt'],
  ...['dayBookExport', 'till', 'countTill'],
  ...['messages', 'messageCount', 'messageExport', 'messagesToSee', 'settleMessage', 'customerLink', 'makeLink'],
  ...['revokeLink', 'messageRules', 'bringInCustomers', 'vCardExport', 'personExport'],
  ...['jobPaper', 'papers', 'keptPaper', 'quotePaper', 'tagPaper', 'labelsPaper', 'receiptPaper'],
  ...['returns', 'claims', 'claimCount', 'claimExport', 'openClaim', 'settleClaim'],
  ...[
    'stays',
    'stayCount',
    'stayExport',
    'staysToSee',
    'settleStay',
    'wipe',
    'hours',
    'whatIf',
    ...[
      'people',
      'schedule',
      'night',
      'diary',
      'moved',
      'agreeVisit',
      'changeVisit',
      'settleVisit',
      'agreeBegin',
      'openList',
      'feeds',
      'makeFeed',
      ...['toOrder', 'placePurchase', 'receivePurchase', 'considerLate', 'latePurchase'],
      ...['yardsticks', 'yardstickExport', 'trackRecord', 'equipmentRecord'],
    ],
    ...['suppliers', 'ownConsents', 'labelPrinters', 'checklists', 'placesHeld'],
    'keptFilters',
    'keepFilter',
    'backupState',
    'waysIn',
    'rounds',
    'beginRound',
    'scanInRound',
    'endRound',
  ],
];
const BENCH = [
  ...[
    'recordFact',
    'addLesson',
    'moveDisassemblyItem',
    'moveWholeDisassembly',
    'tapDisassembly',
    'addDisassemblyItem',
    'moveToStage',
    'placeDisassembly',
    'overrideGate',
    'claim',
    'handOff',
    'showSecret',
  ],
  ...['considerWorkCorrection', 'correctWork', 'reserveDrive', 'reserveMemory', 'chooseSame', 'moveOldDrive'],
  ...[
    'orderParts',
    'acceptPlan',
    'planSame',
    'stampPreparation',
    'beginRun',
    'endRun',
    'tellLosses',
    'askReadBack',
    'askReads',
    'enterReadBack',
  ],
  ...[
    'addModel',
    'describeModel',
    'teachSheet',
    'teachFirmware',
    'correctSite',
    'dropLesson',
    'considerParts',
    'takeParts',
    'keepPart',
  ],
];
const OWNER = [
  ...['setUpProgress', 'setSetUp', 'setSuppliers', 'setOwnConsents', 'setLabelPrinters', 'setChecklists'],
  ...['setLogo', 'removeLogo', 'addPlaces', 'renamePlace', 'removePlace'],
  'shopExport',
  ...['backups', 'setBackups', 'setBackupKey', 'backUpNow'],
  ...['retention', 'considerRetention', 'setRetention', 'settingHistory', 'setShopName'],
  ...['machines', 'addMachine', 'changeMachine', 'renewToken', 'endMachine'],
  ...['setHours', 'setPerson', 'beginWipe', 'endWipe', 'readWiped', 'certifyWipe'],
  'accounts',
  'addAccount',
  'changeAccount',
  'resetPassword',
  'setRates',
  'seller',
  'setSeller',
  'mergeCustomers',
  'erasure',
  'eraseCustomer',
  'setMessageRules',
  'paperTexts',
  'setPaperTexts',
  'channels',
  'setChannels',
  'setFormats',
  'audit',
  'auditCount',
  'auditExport',
  'correctPayment',
  'creditBill',
];

const MAY: Record<string, readonly (Role | 'nobody' | 'agent')[]> = Object.fromEntries([
  ...PUBLIC.map((name) => [name, ['nobody', ...ROLES]]),
  ...AGENT.map((name) => [name, ['agent']]),
  ...MONEY.map((name) => [name, ROLES]),
  ...EVERY_ROLE.map((name) => [name, ROLES]),
  ...BENCH.map((name) => [name, ['technician', 'owner']]),
  ...OWNER.map((name) => [name, ['owner']]),
]);

const PLACES: Record<string, string> = {
  tag: 'U-9999',
  key: 'health',
  counterKey: 'signature',
  number: '0',
  file: 'probe-file',
  session: '0'.repeat(24),
  token: '0'.repeat(32),
  size: 'small',
  setting: 'rates',
};
const NO_ID = '7b0c6a5e-51d1-4a53-9d43-0d2a4b1a8c11';

/** The status of a call; a stream is left as soon as its head is there. */
async function statusOf(who: Caller, { name, endpoint }: Route): Promise<number> {
  const params = Object.fromEntries(parametersOf(endpoint.path as string).map(([at]) => [at, PLACES[at] ?? NO_ID]));
  const where = addressOf(endpoint, params);
  if (name === 'hints' || name.endsWith('Export')) return who.head(where);
  if (endpoint.method === 'get') return (await who.get(where)).status;
  return (await who.send(endpoint.method.toUpperCase() as 'POST', where, {})).status;
}

const every = everyRoute();
// What ends the session of whoever is tried comes last.
const ENDS = ['signOutEverywhere', 'lock', 'signOut'];
const tried = [...every].sort((a, b) => ENDS.indexOf(a.name) - ENDS.indexOf(b.name));

describe('who may call what', () => {
  it('is written out for every endpoint, and every one is answered', () => {
    expect(every.map(({ name }) => name).sort()).toEqual(Object.keys(endpoints).sort());
    expect(Object.keys(MAY).sort()).toEqual(Object.keys(endpoints).sort());
  });

  it.each(tried.map((one) => [one.name, one] as const))('%s', async (name, one) => {
    const allowed = MAY[name] ?? [];
    const nobody = await statusOf(shop.nobody, one);
    if (allowed.includes('nobody')) expect([401, 403]).not.toContain(nobody);
    else expect(nobody).toBe(401);
    for (const role of ENDS.includes(name) ? [] : ROLES) {
      const status = await statusOf(shop.as[role], one);
      if (allowed.includes('agent')) expect(status, role).toBe(401);
      else if (allowed.includes(role)) expect([401, 403], role).not.toContain(status);
      else expect(status, role).toBe(403);
    }
  });

  it('tells somebody whose role may not from somebody who is not signed in', async () => {
    expect((await shop.as.counter.get('/audit')).body).toMatchObject({ code: 'role-may-not' });
    expect((await shop.nobody.get('/audit')).body).toMatchObject({ code: 'not-signed-in' });
    const token = { authorization: `Bearer ${TEST_CONFIG.agentToken}` };
    expect((await shop.nobody.send('POST', '/agent/hello', {}, token)).status).toBe(422);
    expect((await shop.nobody.send('POST', '/agent/hello', {}, { authorization: 'Bearer x' })).body).toMatchObject({
      code: 'agent-unknown',
    });
  });

  it('asks for every permission of the table but the one that a gate asks for', () => {
    const asked = new Set(every.map((one) => one.endpoint.permission));
    const unasked = (Object.keys(PERMISSIONS) as Permission[]).filter((permission) => !asked.has(permission));
    expect(unasked).toEqual(['pass a gate about data']);
  });

  it('has no address twice', () => {
    const names = every.map(({ endpoint }) => `${endpoint.method} ${endpoint.path as string}`);
    expect(new Set(names).size).toBe(names.length);
  });
});

describe('writes from elsewhere', () => {
  const send = (headers: Record<string, string>, body = '{}') =>
    fetch(`${shop.base}/orders`, { method: 'POST', headers: { 'idempotency-key': randomUUID(), ...headers }, body });

  it.each([
    ['another origin', { origin: 'https://elsewhere.example', 'content-type': 'application/json' }, 403],
    ['a cross-site fetch', { 'sec-fetch-site': 'cross-site', 'content-type': 'application/json' }, 403],
    ['a plain form', { 'content-type': 'application/x-www-form-urlencoded' }, 415],
  ])('are refused from %s', async (_name, headers, status) => {
    expect((await send(headers)).status).toBe(status);
  });

  it('need an idempotency key and readable JSON', async () => {
    const note = { text: 'without a key' };
    for (const key of ['', 'short', 'with blanks in it']) {
      const answer = await shop.as.counter.send('POST', '/jobs/U-2401/notes', note, { 'idempotency-key': key });
      expect(answer, key).toMatchObject({ status: 400, body: { code: 'idempotency-key-missing' } });
    }
    expect((await shop.as.counter.get<JobView>('/jobs/U-2401')).body.history[0]?.kind).not.toBe('note');
    const session = { login: 'the-owner', password: 'a password' };
    const signedIn = await fetch(`${shop.base}/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(session),
    });
    const cookie = signedIn.headers.getSetCookie().at(-1)?.split(';')[0] ?? '';
    const unreadable = await fetch(`${shop.base}/orders`, {
      method: 'POST',
      headers: { cookie, 'content-type': 'application/json' },
      body: '{',
    });
    expect(await unreadable.json()).toMatchObject({ code: 'unreadable', status: 400 });
  });
});

describe('every answer', () => {
  it('tells the browser what it may do with it', async () => {
    const { headers } = await fetch(`${shop.base}/health`);
    expect(headers.get('content-security-policy')).toBe("default-src 'none';frame-ancestors 'none'");
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('x-frame-options')).toBe('SAMEORIGIN');
    expect(headers.get('cache-control')).toBe('no-store');
    expect(headers.get('x-powered-by')).toBeNull();
  });
});

describe('signing in', () => {
  it('refuses a wrong password and an unknown name alike', async () => {
    const wrong = await shop.nobody.send('POST', '/session', { login: 'the-owner', password: 'nope' });
    const unknown = await shop.nobody.send('POST', '/session', { login: 'nobody', password: 'nope' });
    expect([wrong.status, unknown.status]).toEqual([401, 401]);
    expect(wrong.body).toEqual(unknown.body);
  });

  it('refuses demo accounts away from loopback', () => {
    const from = (remoteAddress: string, headers: Record<string, string> = {}) =>
      ({ socket: { remoteAddress }, get: (name: string) => ({ host: 'localhost:4280', ...headers })[name] }) as never;
    const may = demoAllowedOn({ host: '127.0.0.1', demo: true });
    expect(may(from('::ffff:127.0.0.1'))).toBe(true);
    expect(demoAllowedOn({ host: '0.0.0.0', demo: true })(from('127.0.0.1'))).toBe(false);
    expect(may(from('192.0.2.7'))).toBe(false);
    // Behind a proxy on this computer, under another name, and in a shop that was a demo once.
    expect(may(from('127.0.0.1', { 'x-forwarded-for': '192.0.2.7' }))).toBe(false);
    expect(may(from('127.0.0.1', { host: 'bench.example' }))).toBe(false);
    expect(demoAllowedOn({ host: '127.0.0.1', demo: false })(from('127.0.0.1'))).toBe(false);
  });

  it('refuses whatever is asked under a name that is none of the shop’s', async () => {
    const { port } = new URL(shop.base);
    const status = await new Promise((done, fail) => {
      const headers = { host: 'elsewhere.example' };
      get({ host: '127.0.0.1', port, path: '/api/v1/session', headers }, (answer) => {
        answer.resume();
        done(answer.statusCode);
      }).on('error', fail);
    });
    expect(status).toBe(421);
    expect(knownHosts('0.0.0.0', ['bench.example'])).toContain('bench.example');
  });

  it('makes the first account only in an empty shop, once, with the code', async () => {
    const code = await makeSetUpCode(shop.database.manager);
    const given = { code, name: 'New Owner', login: 'newowner', password: 'long enough password' };
    expect((await shop.nobody.send('POST', '/set-up', given)).body).toMatchObject({ code: 'set-up-code-wrong' });
    const empty = await shop.nobody.get<SessionView>('/session');
    expect(empty.body).toMatchObject({ staff: null, needsSetUp: false });
    await addStaff(shop.database.manager, { ...given, login: 'second', role: 'owner', demo: true });
    expect(
      (await shop.nobody.send<SessionView>('POST', '/session', { login: 'second', password: given.password })).body,
    ).toMatchObject({
      staff: { name: 'New Owner', initials: 'NO' },
    });
  });
});

describe('finding', () => {
  it.each([
    ['U-2401', 'job'],
    ['2401', 'job'],
    ['ferry', 'job'],
    ['010 114', 'customer'],
    ['+44 1555 010 114', 'customer'],
    ['PW-0001', 'drive'],
    ['tern', 'model'],
  ])('%s leads to a %s', async (text, kind) => {
    const { body } = await shop.as.counter.get<Found[]>(`/find?q=${encodeURIComponent(text)}`);
    expect(body[0]?.kind).toBe(kind);
  });

  it('takes wildcards for themselves and finds nothing for nonsense', async () => {
    for (const text of ['%%', '__', "'; drop table job; --"]) {
      expect((await shop.as.counter.get<Found[]>(`/find?q=${encodeURIComponent(text)}`)).body).toEqual([]);
    }
  });

  it('lists jobs by page, filtered', async () => {
    const { body } = await shop.as.counter.get<JobPage>('/jobs?station=Assess&text=ferry');
    expect(body).toMatchObject({ rows: [{ tag: 'U-2401', station: 'Assess' }], after: null });
    expect((await shop.as.counter.get<JobPage>('/jobs?station=Copy')).body.rows).toEqual([]);
    expect((await shop.as.counter.get('/jobs?nonsense=1')).status).toBe(422);
  });
});
