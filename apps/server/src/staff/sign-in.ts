import type { SessionView, SetUp, SignIn, SwitchTo } from '@udrel/contract/types';
import { noteAudit } from '../audit/audit';
import { demoAllowedOn, staffOf } from '../platform/http/access';
import { Refusal } from '../platform/errors';
import type { Call } from '../platform/http/handlers';
import { checkPassword, DEMO_ACCOUNTS, needsSetUp, ownerByCode, readShop, staffById } from './people';
import { personByPin } from './sessions';
import { knownDevices } from './known-device';
import { countTry, passwordSubjects, tooMany } from './tries';

/** What of the server's settings signing in depends on. */
export interface SignInConfig {
  host: string;
  demo: boolean;
  sessionSecret: string;
}

/** Sign-in, switching by PIN, sign-out, and making the first account of an empty shop. */
export function signingIn(config: SignInConfig) {
  const demoAllowed = demoAllowedOn(config);
  const devices = knownDevices(config.sessionSecret);

  async function view({ manager, request }: Call, staff: SessionView['staff']): Promise<SessionView> {
    const shop = await readShop(manager);
    return {
      staff,
      shop: shop.name,
      formats: shop.formats,
      demo: shop.demo,
      needsSetUp: await needsSetUp(manager),
      demoAccounts: shop.demo && demoAllowed(request) ? [...DEMO_ACCOUNTS] : [],
    };
  }

  /** A session of its own for whoever signs in: what was there before is not carried over. */
  async function begin(call: Call, staffId: string, pin: boolean): Promise<SessionView> {
    const { request } = call;
    await settled((done) => request.session.regenerate(done));
    request.session.staffId = staffId;
    request.session.agent = (request.get('user-agent') ?? '').slice(0, 200);
    // At the end of the answer it would be too late: a client may act on its head.
    // eslint-disable-next-line no-restricted-syntax -- a session, not a row
    await settled((done) => request.session.save(done));
    await noteAudit(call, staffId, 'signed in', pin ? { pin } : {});
    return view(call, await staffById(call.manager, staffId));
  }

  return {
    viewSession: (call: Call) => {
      const staff = staffOf(call.request, { demoAllowed });
      return view(call, staff && { id: staff.id, name: staff.name, initials: staff.initials, role: staff.role });
    },
    signIn: async (call: Call<unknown, SignIn>) => {
      const { manager, body, now, request, response } = call;
      const device = devices.knownFor(request, body.login);
      const attempt = await countTry(manager, passwordSubjects(body.login, request.ip ?? '', device), now);
      const staff = await checkPassword(manager, body);
      if (staff?.demo && !demoAllowed(request)) {
        throw new Refusal(403, 'demo-refused', 'Demo accounts work only in the demo, on this computer itself.');
      }
      if (!staff) {
        if (attempt.full) throw tooMany();
        await noteAudit(call, null, 'sign-in refused', { by: 'password', login: body.login.toLowerCase() });
        throw new Refusal(401, 'sign-in-failed', 'Name or password is not right.');
      }
      await attempt.right();
      devices.remember(request, response, body.login);
      return begin(call, staff.id, false);
    },
    switchTo: async (call: Call<unknown, SwitchTo>) => begin(call, await personByPin(call), true),
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
