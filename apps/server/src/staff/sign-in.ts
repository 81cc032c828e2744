import type { Retention, SessionView, SetUp, SignIn, SwitchTo, Unlock } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import { demoAllowedOn, staffOf } from '../platform/http/access';
import { Refusal } from '../platform/errors';
import type { Call } from '../platform/http/handlers';
import { checkPassword, DEMO_ACCOUNTS, needsSetUp, ownerByCode, readShop, staffById } from './people';
import { peopleWithPin, personByPin } from './sessions';
import { knownDevices } from './known-device';
import { countTry, passwordSubjects, tooMany } from './tries';

const DAY = 86_400_000;

/** What of the server's settings signing in depends on. */
export interface SignInConfig {
  host: string;
  demo: boolean;
  sessionSecret: string;
}

/** What the owner says of sessions. */
export type SessionRules = (manager: EntityManager) => Promise<Pick<Retention, 'sessionDays' | 'idleMinutes'>>;

/** Sign-in, switching by PIN, locking, sign-out, and making the first account of an empty shop. */
export function signingIn(config: SignInConfig, rulesOf: SessionRules) {
  const demoAllowed = demoAllowedOn(config);
  const devices = knownDevices(config.sessionSecret);

  async function view({ manager, request }: Call, staff: SessionView['staff']): Promise<SessionView> {
    const shop = await readShop(manager);
    return {
      staff,
      shop: shop.name,
      formats: shop.formats,
      logo: shop.logo?.digest ?? null,
      demo: shop.demo,
      needsSetUp: await needsSetUp(manager),
      locked: staff && request.session.locked ? await peopleWithPin(manager) : null,
      idleMinutes: staff ? (await rulesOf(manager)).idleMinutes : null,
      demoAccounts: shop.demo && demoAllowed(request) ? [...DEMO_ACCOUNTS] : [],
    };
  }

  /** A session of its own for whoever signs in: what was there before is not carried over. */
  async function begin(call: Call, staffId: string, pin: boolean): Promise<SessionView> {
    const { request } = call;
    await settled((done) => request.session.regenerate(done));
    request.session.staffId = staffId;
    request.session.cookie.maxAge = (await rulesOf(call.manager)).sessionDays * DAY;
    request.session.agent = (request.get('user-agent') ?? '').slice(0, 200);
    // At the end of the answer it would be too late: a client may act on its head.
    // eslint-disable-next-line no-restricted-syntax -- a session, not a row
    await settled((done) => request.session.save(done));
    await noteAudit(call, staffId, 'signed in', pin ? { pin } : {});
    return view(call, await staffById(call.manager, staffId));
  }

  async function byPassword(call: Call, given: SignIn): Promise<SessionView> {
    const { manager, now, request, response } = call;
    const device = devices.knownFor(request, given.login);
    const attempt = await countTry(manager, passwordSubjects(given.login, request.ip ?? '', device), now);
    const staff = await checkPassword(manager, given);
    if (staff?.demo && !demoAllowed(request)) {
      throw new Refusal(403, 'demo-refused', 'Demo accounts work only in the demo, on this computer itself.');
    }
    if (!staff) {
      if (attempt.full) throw tooMany();
      await noteAudit(call, null, 'sign-in refused', { by: 'password', login: given.login.toLowerCase() });
      throw new Refusal(401, 'sign-in-failed', 'Name or password is not right.');
    }
    await attempt.right();
    devices.remember(request, response, given.login);
    return begin(call, staff.id, false);
  }

  return {
    viewSession: (call: Call) => {
      const { staff: held, locked } = call.request.session;
      // Whose screen it is is no secret of a locked one.
      const staff = locked ? (held ?? null) : staffOf(call.request, { demoAllowed });
      return view(call, staff && { id: staff.id, name: staff.name, initials: staff.initials, role: staff.role });
    },
    signIn: (call: Call<unknown, SignIn>) => byPassword(call, call.body),
    switchTo: async (call: Call<unknown, SwitchTo>) => begin(call, await personByPin(call, call.body), true),
    lock: async (call: Call) => {
      const { session } = call.request;
      session.locked = true;
      // eslint-disable-next-line no-restricted-syntax -- a session, not a row
      await settled((done) => session.save(done));
      return view(call, await staffById(call.manager, call.actor.id));
    },
    unlock: async (call: Call<unknown, Unlock>) => {
      const { body, request } = call;
      const { staff, locked } = request.session;
      if (!staff || !locked) throw new Refusal(409, 'not-locked', 'This screen is not locked.');
      if (body.by === 'password') return byPassword(call, { login: staff.login, password: body.password });
      return begin(call, await personByPin({ ...call, actor: staff }, body), true);
    },
    signOut: async ({ request }: Call): Promise<undefined> => {
      await settled((done) => request.session.destroy(done));
    },
    setUp: async (call: Call<unknown, SetUp>) => begin(call, await ownerByCode(call.manager, call.body), false),
  };
}

/** A call that answers by a callback, as a promise. */
function settled(call: (done: (error?: unknown) => void) => void): Promise<void> {
  return new Promise((resolve, reject) =>
    call((error) => (error ? reject(error instanceof Error ? error : new Error(String(error))) : resolve())),
  );
}
