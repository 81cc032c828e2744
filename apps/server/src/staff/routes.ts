import { setUp, signIn } from '@udrel/contract/schemas';
import type { SessionView } from '@udrel/contract/types';
import type { Config } from '../platform/config';
import { demoAllowedOn } from '../platform/access';
import { Refusal } from '../platform/errors';
import { route, type Call } from '../platform/routes';
import { checkPassword, needsSetUp, ownerByCode, shopName, staffById, DEMO_ACCOUNTS } from './service';

/** Sign-in, sign-out, and making the first account of an empty shop. */
export function staffRoutes(config: Pick<Config, 'host'>) {
  const demoAllowed = demoAllowedOn(config.host);

  async function view({ manager, request }: Call<unknown, unknown>): Promise<SessionView> {
    const staff = request.session.staffId ? await staffById(manager, request.session.staffId) : null;
    const shop = await shopName(manager);
    const allowed = demoAllowed(request);
    return {
      staff: staff && (!staff.demo || allowed) ? staff.view : null,
      shop: shop.name,
      demo: shop.demo,
      needsSetUp: await needsSetUp(manager),
      demoAccounts: shop.demo && allowed ? [...DEMO_ACCOUNTS] : [],
    };
  }

  async function begin(call: Call<unknown, unknown>, staffId: string): Promise<SessionView> {
    const { session } = call.request;
    await new Promise<void>((resolve, reject) => session.regenerate((error) => (error ? reject(error) : resolve())));
    call.request.session.staffId = staffId;
    return view(call);
  }

  return [
    route('get /session', { who: 'public', handle: view }),
    route('post /session', {
      who: 'public',
      body: signIn,
      ownBooks: true,
      handle: async (call) => {
        const staff = await checkPassword(call.manager, call.body);
        if (staff?.demo && !demoAllowed(call.request)) {
          throw new Refusal(403, 'demo-refused', 'Demo accounts work only on this computer itself.');
        }
        if (!staff) throw new Refusal(401, 'sign-in-failed', 'Name or password is not right.');
        return begin(call, staff.id);
      },
    }),
    route('delete /session', {
      who: 'public',
      ownBooks: true,
      handle: ({ request }) =>
        new Promise<void>((resolve, reject) => request.session.destroy((error) => (error ? reject(error) : resolve()))),
    }),
    route('post /set-up', {
      who: 'public',
      body: setUp,
      ownBooks: true,
      handle: async (call) => begin(call, await ownerByCode(call.manager, call.body)),
    }),
  ];
}
