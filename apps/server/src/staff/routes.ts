import { setUp, signIn, switchTo } from '@udrel/contract/schemas';
import type { SessionView } from '@udrel/contract/types';
import { noteAudit } from '../audit/service';
import type { Config } from '../platform/config';
import { demoAllowedOn, staffOf } from '../platform/access';
import { Refusal } from '../platform/errors';
import { route, type Call } from '../platform/routes';
import { checkPassword, DEMO_ACCOUNTS, needsSetUp, ownerByCode, shopName, staffById } from './service';
import { personByPin } from './sessions';
import { knownDevices } from './known-device';
import { countTry, passwordSubjects, tooMany } from './tries';

/** Sign-in, switching by PIN, sign-out, and making the first account of an empty shop. */
export function staffRoutes(config: Pick<Config, 'host' | 'demo' | 'sessionSecret'>) {
  const demoAllowed = demoAllowedOn(config);
  const devices = knownDevices(config.sessionSecret);

  async function view({ manager, request }: Call<unknown, unknown>, staff: SessionView['staff']): Promise<SessionView> {
    const shop = await shopName(manager);
    return {
      staff,
      shop: shop.name,
      demo: shop.demo,
      needsSetUp: await needsSetUp(manager),
      demoAccounts: shop.demo && demoAllowed(request) ? [...DEMO_ACCOUNTS] : [],
    };
  }

  /** A session of its own for whoever signs in: what was there before is not carried over. */
  async function begin(call: Call<unknown, unknown>, staffId: string, pin: boolean): Promise<SessionView> {
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

  return [
    route('get /session', {
      who: 'public',
      handle: (call) => {
        const staff = staffOf(call.request, { demoAllowed });
        return view(call, staff && { id: staff.id, name: staff.name, initials: staff.initials, role: staff.role });
      },
    }),
    route('post /session', {
      who: 'public',
      body: signIn,
      ownBooks: true,
      handle: async (call) => {
        const { manager, body, now, request, response } = call;
        const device = devices.knownFor(request, body.login);
        const attempt = await countTry(
          manager,
          passwordSubjects(body.login, request.socket.remoteAddress ?? '', device),
          now,
        );
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
    }),
    route('post /session/switch', {
      who: 'mind the own account',
      body: switchTo,
      ownBooks: true,
      handle: async (call) => begin(call, await personByPin(call), true),
    }),
    route('delete /session', {
      who: 'public',
      ownBooks: true,
      handle: ({ request }) => settled((done) => request.session.destroy(done)),
    }),
    route('post /set-up', {
      who: 'public',
      body: setUp,
      ownBooks: true,
      handle: async (call) => begin(call, await ownerByCode(call.manager, call.body), false),
    }),
  ];
}

/** A call that answers by a callback, as a promise. */
function settled(call: (done: (error?: unknown) => void) => void): Promise<void> {
  return new Promise((resolve, reject) =>
    call((error) => (error ? reject(error instanceof Error ? error : new Error(String(error))) : resolve())),
  );
}
