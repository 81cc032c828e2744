import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { AccountView, AuditPage, SessionView, SignedInView, SwitchableView } from '@udrel/contract/types';
import { SessionStore } from '../../src/platform/http/session-store';
import { setPasswordByConsole } from '../../src/staff/accounts';
import { addStaff } from '../../src/staff/people';
import { caller, useShop, type Caller } from '../harness';

const shop = useShop();
beforeEach(async () => {
  await shop.database.query('delete from sign_in_try');
});

const PASSWORD = 'a password';
let logins = 0;

/** An account of its own, and a caller that has signed in with it. */
async function account(role: 'counter' | 'technician' | 'owner' = 'technician') {
  const login = `person-${++logins}`;
  const id = await addStaff(shop.database.manager, { login, password: PASSWORD, name: login, role, demo: false });
  return { id, login, signIn: () => signIn(login) };
}

async function signIn(login: string, password = PASSWORD): Promise<{ status: number; caller: Caller }> {
  const response = await fetch(`${shop.base}/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'user-agent': 'a tablet' },
    body: JSON.stringify({ login, password }),
  });
  return { status: response.status, caller: caller(shop.base, { cookie: cookieOf(response) }) };
}

/** The same on a device of its own, which the server remembers. */
async function signInAs(login: string, password: string, device = '') {
  const response = await fetch(`${shop.base}/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie: device },
    body: JSON.stringify({ login, password }),
  });
  const own = response.headers.getSetCookie().find((one) => one.startsWith('udrel-device='));
  return { status: response.status, device: own?.split(';')[0] ?? device };
}

const cookieOf = (response: Response) =>
  response.headers
    .getSetCookie()
    .find((one) => one.startsWith('udrel='))
    ?.split(';')[0] ?? '';

/** Switches by PIN; the browser gets a new session for it. */
async function switchBy(from: Caller, staffId: string, pin: string) {
  return from.send<SessionView & { code: string }>('POST', '/session/switch', { staffId, pin });
}

describe('wrong passwords', () => {
  it('are limited for an account from one place, and a right one starts anew', async () => {
    const { login } = await account();
    for (let n = 0; n < 7; n++) expect((await signIn(login, 'wrong')).status).toBe(401);
    expect((await signIn(login)).status).toBe(200);
    for (let n = 0; n < 8; n++) expect((await signIn(login, 'wrong')).status).toBe(401);
    expect((await signIn(login)).status).toBe(429);
    shop.clock.now = new Date(shop.clock.now.getTime() + 16 * 60_000);
    expect((await signIn(login)).status).toBe(200);
  });

  it('do not lock out other accounts at the same counter', async () => {
    const [one, other] = [await account(), await account()];
    for (let n = 0; n < 9; n++) await signIn(one.login, 'wrong');
    expect((await signIn(one.login)).status).toBe(429);
    expect((await other.signIn()).status).toBe(200);
  });
});

describe('many tries at the same moment', () => {
  it('are counted before they are looked at', async () => {
    const { login } = await account();
    const answers = await Promise.all(Array.from({ length: 60 }, () => signIn(login, 'wrong')));
    expect(answers.filter(({ status }) => status === 401)).toHaveLength(8);
    expect(answers.filter(({ status }) => status === 429)).toHaveLength(52);
  });

  it('of a PIN, and of the password that sets one', async () => {
    const tam = await account();
    const signed = (await tam.signIn()).caller;
    await signed.send('PUT', '/account/pin', { password: PASSWORD, pin: '4180' });
    const tablet = (await (await account('counter')).signIn()).caller;
    const pins = await Promise.all(Array.from({ length: 30 }, () => switchBy(tablet, tam.id, '0000')));
    expect(pins.filter(({ body }) => body.code === 'pin-wrong')).toHaveLength(5);
    const guesses = await Promise.all(
      Array.from({ length: 30 }, () => signed.send('PUT', '/account/pin', { password: 'wrong', pin: '1111' })),
    );
    expect(guesses.filter(({ status }) => status === 422)).toHaveLength(8);
  });
});

describe('made-up names from one address', () => {
  it('stop no right password, and a device known to an account goes its own way', async () => {
    const [one, other] = [await account(), await account()];
    const known = await signInAs(one.login, PASSWORD);
    for (let n = 0; n < 64; n++) await signIn(`made-up-${n}`, 'wrong');
    expect((await signIn('made-up-again', 'wrong')).status).toBe(429);
    expect((await other.signIn()).status).toBe(200);
    // The account is full for strangers; the tablet that it signed in on before is no stranger.
    for (let n = 0; n < 9; n++) await signIn(one.login, 'wrong');
    expect((await signIn(one.login)).status).toBe(429);
    expect((await signInAs(one.login, PASSWORD, known.device)).status).toBe(200);
    for (let n = 0; n < 8; n++) await signInAs(one.login, 'wrong', known.device);
    expect((await signInAs(one.login, PASSWORD, known.device)).status).toBe(429);
    expect((await signInAs(other.login, PASSWORD, `${known.device}x`)).status).toBe(200);
  });
});

describe('passwords', () => {
  it('are changed by their owner, who stays signed in here and nowhere else', async () => {
    const tam = await account();
    const [here, there] = [(await tam.signIn()).caller, (await tam.signIn()).caller];
    const next = 'another long password';
    const change = (password: string, to = next) => here.send('PUT', '/account/password', { password, next: to });
    expect((await change('wrong')).status).toBe(422);
    expect((await change(PASSWORD, 'short')).status).toBe(422);
    expect((await change(PASSWORD)).body).toEqual({ ended: 1 });
    expect((await here.get('/jobs')).status).toBe(200);
    expect((await there.get('/jobs')).status).toBe(401);
    expect([(await signIn(tam.login)).status, (await signIn(tam.login, next)).status]).toEqual([401, 200]);
  });

  it('are reset by the shop’s owner, and on the server itself', async () => {
    const tam = await account();
    const signed = (await tam.signIn()).caller;
    await signed.send('PUT', '/account/pin', { password: PASSWORD, pin: '4180' });
    const reset = (by: Caller) =>
      by.send<AccountView[]>('PUT', `/staff/${tam.id}/password`, { next: 'given by the owner' });
    expect((await reset(shop.as.technician)).status).toBe(403);
    const { body } = await reset(shop.as.owner);
    expect(body.find((one) => one.id === tam.id)).toMatchObject({ hasPin: false });
    expect((await signed.get('/jobs')).status).toBe(401);
    expect((await signIn(tam.login, 'given by the owner')).status).toBe(200);
    expect(await setPasswordByConsole(shop.database, tam.login.toUpperCase(), 'from the console')).toBe(true);
    expect((await signIn(tam.login, 'from the console')).status).toBe(200);
    expect(await setPasswordByConsole(shop.database, 'nobody-at-all', 'from the console')).toBe(false);
  });
});

describe('switching by PIN', () => {
  it('needs the password to set, and switches to bench and counter but never to the owner', async () => {
    const [tam, owner] = [await account(), await account('owner')];
    const signed = (await tam.signIn()).caller;
    expect((await signed.send('PUT', '/account/pin', { password: 'wrong', pin: '4180' })).status).toBe(422);
    expect((await signed.send('PUT', '/account/pin', { password: PASSWORD, pin: '4180' })).status).toBe(200);
    const boss = (await owner.signIn()).caller;
    await boss.send('PUT', '/account/pin', { password: PASSWORD, pin: '9999' });
    const tablet = (await (await account('counter')).signIn()).caller;
    const { body } = await tablet.get<SwitchableView[]>('/staff/switchable');
    expect(body.map((one) => one.id)).toContain(tam.id);
    expect(body.map((one) => one.id)).not.toContain(owner.id);
    expect((await switchBy(tablet, owner.id, '9999')).status).toBe(401);
    expect((await switchBy(tablet, tam.id, '4180')).body.staff).toMatchObject({ name: tam.login, role: 'technician' });
    // The session before is over: whoever kept its cookie has nothing.
    expect((await tablet.get('/jobs')).status).toBe(401);
  });

  it('takes five wrong ones, then only the password', async () => {
    const tam = await account();
    const signed = (await tam.signIn()).caller;
    await signed.send('PUT', '/account/pin', { password: PASSWORD, pin: '4180' });
    const tablet = (await (await account('counter')).signIn()).caller;
    for (let n = 0; n < 5; n++) expect((await switchBy(tablet, tam.id, '0000')).body.code).toBe('pin-wrong');
    expect((await switchBy(tablet, tam.id, '4180')).body.code).toBe('too-many-tries');
    expect((await switchBy(shop.nobody, tam.id, '4180')).status).toBe(401);
  });
});

describe('sessions', () => {
  it('are there before the head of the answer is', async () => {
    const { set } = SessionStore.prototype;
    const slow = vi.spyOn(SessionStore.prototype, 'set').mockImplementation(function (this: SessionStore, ...given) {
      setTimeout(() => set.apply(this, given), 150);
    });
    const { caller: signed } = await (await account()).signIn();
    expect((await signed.get('/jobs')).status).toBe(200);
    slow.mockRestore();
  });

  it('are listed, ended one by one, and everywhere but here', async () => {
    const tam = await account();
    const [here, there, elsewhere] = [await tam.signIn(), await tam.signIn(), await tam.signIn()];
    const { body } = await here.caller.get<SignedInView[]>('/account/sessions');
    expect(body).toHaveLength(3);
    expect(body.filter((one) => one.here)).toHaveLength(1);
    expect(body[0]?.agent).toBe('a tablet');
    const mine = (await there.caller.get<SignedInView[]>('/account/sessions')).body.find((one) => one.here);
    await here.caller.send('DELETE', `/account/sessions/${mine?.id}`);
    expect((await there.caller.get('/jobs')).status).toBe(401);
    await here.caller.send('DELETE', '/account/sessions');
    expect((await elsewhere.caller.get('/jobs')).status).toBe(401);
    expect((await here.caller.get('/jobs')).status).toBe(200);
    expect((await here.caller.send('DELETE', '/account/sessions/none')).status).toBe(404);
  });
});

describe('accounts', () => {
  it('are made, changed and closed by the owner; a closed one is out at once', async () => {
    const boss = shop.as.owner;
    const made = await boss.send<AccountView[]>('POST', '/staff', {
      name: 'Tamsin Hoad',
      login: 'tamsin',
      role: 'technician',
      password: 'long enough password',
    });
    const tam = made.body.find((one) => one.login === 'tamsin');
    const twice = await boss.send('POST', '/staff', {
      name: 'T',
      login: 'TAMSIN',
      role: 'counter',
      password: 'long enough password',
    });
    expect(twice.status).toBe(422);
    const signed = await signIn('tamsin', 'long enough password');
    expect((await signed.caller.get('/jobs')).status).toBe(200);
    await boss.send('PUT', `/staff/${tam?.id}`, { role: 'technician', active: false });
    expect((await signed.caller.get('/jobs')).status).toBe(401);
    expect((await signIn('tamsin', 'long enough password')).status).toBe(401);
  });

  it('always have an owner', async () => {
    const boss = shop.as.owner;
    const owners = (await boss.get<AccountView[]>('/staff')).body.filter((one) => one.role === 'owner' && one.active);
    const others = owners.filter((one) => one.login !== 'the-owner');
    for (const one of others) await boss.send('PUT', `/staff/${one.id}`, { role: 'owner', active: false });
    const [self] = owners.filter((one) => one.login === 'the-owner');
    const last = await boss.send<{ code: string }>('PUT', `/staff/${self?.id}`, { role: 'counter', active: true });
    expect([last.body.code, last.status]).toEqual(['last-owner', 409]);
  });
});

describe('the audit', () => {
  it('tells who came in and what was refused, in pages, and takes no change', async () => {
    shop.clock.now = new Date(shop.clock.now.getTime() + 60_000);
    const { login, signIn: enter } = await account();
    await signIn(login, 'wrong');
    await enter();
    const { body } = await shop.as.owner.get<AuditPage>('/audit');
    expect(body.rows.map((row) => row.sentence)).toEqual(
      expect.arrayContaining([`Wrong password for ${login}`, 'Signed in']),
    );
    for (let n = 0; n < 60; n++) {
      await shop.database.query(
        "insert into audit (id, at, kind, data) values (gen_random_uuid(), $1, 'pin set', '{}')",
        [new Date('2026-05-01T00:00:00Z')],
      );
    }
    const ids: string[] = [];
    for (let after: string | null = ''; after !== null;) {
      const page: { body: AuditPage } = await shop.as.owner.get(
        `/audit${after ? `?after=${encodeURIComponent(after)}` : ''}`,
      );
      ids.push(...page.body.rows.map((row) => row.id));
      after = page.body.after;
    }
    const [{ n }] = (await shop.database.query('select count(*)::int as n from audit')) as [{ n: number }];
    expect(new Set(ids).size).toBe(n);
    await expect(shop.database.query('delete from audit')).rejects.toThrow('permission denied');
    await expect(shop.asOwner('delete from audit')).rejects.toThrow('append-only');
  });
});
