import { addStaff as addStaffShape, changeStaff as changeShape, setPin as pinShape } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { changeAccount, listAccounts, makeAccount, setPin } from './accounts';
import { endSession, listSessions, signOutEverywhere, switchable } from './sessions';

/** Accounts, PINs and the sessions of an account. */
export const accountRoutes = [
  route('get /staff', { who: 'manage staff', handle: ({ manager }) => listAccounts(manager) }),
  route('post /staff', {
    who: 'manage staff',
    body: addStaffShape,
    status: 201,
    handle: (call) => makeAccount(call, call.body),
  }),
  route('put /staff/:id', {
    who: 'manage staff',
    body: changeShape,
    handle: (call) => changeAccount(call, call.params['id'] ?? '', call.body),
  }),
  route('get /staff/switchable', {
    who: 'look at jobs and shelf',
    handle: ({ manager, request }) => switchable(manager, request),
  }),
  route('put /account/pin', { who: 'mind the own account', body: pinShape, handle: (call) => setPin(call, call.body) }),
  route('get /account/sessions', { who: 'mind the own account', handle: (call) => listSessions(call) }),
  route('delete /account/sessions/:id', {
    who: 'mind the own account',
    handle: (call) => endSession(call, call.params['id'] ?? ''),
  }),
  route('delete /account/sessions', { who: 'mind the own account', handle: (call) => signOutEverywhere(call) }),
];
