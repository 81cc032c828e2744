import { beforeAll, describe, expect, it } from 'vitest';
import type { Problem, SessionView, Retention } from '@udrel/contract/types';
import { addStaff } from '../../src/staff/people';
import { caller, useShop, type Answer, type Caller } from '../harness';

const shop = useShop();
const PASSWORD = 'a password';
let ids: Record<'ann' | 'ben', string>;

const cookieOf = ({ headers }: Pick<Answer, 'headers'>) =>
  headers
    .getSetCookie()
    .find((one) => one.startsWith('udrel='))
    ?.split(';')[0] ?? '';
const taking = (answer: Answer) => caller(shop.base, { cookie: cookieOf(answer) });
const signIn = async (login: string) =>
  taking(await shop.nobody.send('POST', '/session', { login, password: PASSWORD }));
const session = async (who: Caller) => (await who.get<SessionView>('/session')).body;

beforeAll(async () => {
  const add = (login: string) =>
    addStaff(shop.database.manager, { login, password: PASSWORD, name: login, role: 'technician', demo: false });
  ids = { ann: await add('ann'), ben: await add('ben') };
  for (const [login, pin] of [
    ['ann', '4180'],
    ['ben', '5290'],
  ] as const)
    await (await signIn(login)).send('PUT', '/account/pin', { password: PASSWORD, pin });
});

describe('a locked screen', () => {
  it('tells nothing and does nothing until it is unlocked, whoever holds its cookie', async () => {
    const ann = await signIn('ann');
    const other = await signIn('ann');
    expect((await ann.send('POST', '/session/lock')).status).toBe(200);
    const refused = await ann.get<Problem>('/floor');
    expect([refused.status, refused.body.code]).toEqual([401, 'locked']);
    expect((await ann.send<Problem>('POST', '/session/switch', { staffId: ids.ben, pin: '5290' })).body.code).toBe(
      'locked',
    );
    expect((await ann.get<Problem>('/staff/switchable')).body.code).toBe('locked');
    // Whose it is and who may take it is shown; other screens of theirs go on.
    const shown = await session(ann);
    expect(shown.staff?.name).toBe('ann');
    expect(shown.locked?.map(({ name }) => name)).toEqual(['ann', 'ben']);
    expect((await other.get('/floor')).status).toBe(200);
  });

  it('is taken by its own password, or by the PIN of anybody, in a session of its own', async () => {
    const ann = await signIn('ann');
    await ann.send('POST', '/session/lock');
    expect((await ann.send<Problem>('POST', '/session/unlock', { by: 'password', password: 'wrong' })).status).toBe(
      401,
    );
    expect(
      (await ann.send<Problem>('POST', '/session/unlock', { by: 'pin', staffId: ids.ben, pin: '0000' })).body.code,
    ).toBe('pin-wrong');
    const back = taking(await ann.send('POST', '/session/unlock', { by: 'password', password: PASSWORD }));
    expect(await session(back)).toMatchObject({ staff: { name: 'ann' }, locked: null });
    await back.send('POST', '/session/lock');
    const ben = taking(await back.send('POST', '/session/unlock', { by: 'pin', staffId: ids.ben, pin: '5290' }));
    expect(await session(ben)).toMatchObject({ staff: { name: 'ben' }, locked: null });
    expect((await back.get('/floor')).status).toBe(401);
    expect(
      (await ben.send<Problem>('POST', '/session/unlock', { by: 'pin', staffId: ids.ann, pin: '4180' })).body.code,
    ).toBe('not-locked');
    expect(
      (await shop.nobody.send<Problem>('POST', '/session/unlock', { by: 'password', password: PASSWORD })).status,
    ).toBe(409);
  });

  it('locks by itself after as many minutes as the owner says; sessions last as long as they say', async () => {
    const rules: Retention = {
      ...{ samplesDays: 30, answersDays: 14, sessionDays: 2, photosMonths: null, customersMonths: null },
      idleMinutes: 7,
    };
    expect((await shop.as.owner.send('PUT', '/shop/retention', rules)).status).toBe(200);
    expect((await session(shop.as.counter)).idleMinutes).toBe(7);
    expect((await session(shop.nobody)).idleMinutes).toBeNull();
    await signIn('ben');
    const [{ days }] = (await shop.database.query(
      `select extract(epoch from expire - begun_at) / 86400 as days from session where staff_id = $1
        order by begun_at desc limit 1`,
      [ids.ben],
    )) as [{ days: string }];
    expect(Number(days)).toBeCloseTo(2, 1);
  });
});
