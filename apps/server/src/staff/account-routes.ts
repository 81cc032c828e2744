import {
  addStaff as addStaffShape,
  changePassword as passwordShape,
  changeStaff as changeShape,
  resetPassword as resetShape,
  setPin as pinShape,
} from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { changeAccount, changePassword, listAccounts, makeAccount, resetPassword, setPin } from './accounts';
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
  // Outside a transaction: wrong passwords stay counted when they are refused.
  route('put /account/pin', {
    who: 'mind the own account',
    body: pinShape,
    ownBooks: true,
    handle: (call) => setPin(call, call.body),
  }),
  route('put /account/password', {
    who: 'mind the own account',
    body: passwordShape,
    ownBooks: true,
    handle: (call) => changePassword(call),
  }),
  route('put /staff/:id/password', {
    who: 'manage staff',
    body: resetShape,
    handle: (call) => resetPassword(call, call.params['id'] ?? '', call.body),
  }),
  route('get /account/sessions', { who: 'mind the own account', handle: (call) => listSessions(call) }),
  route('delete /account/sessions/:session', {
    who: 'mind the own account',
    handle: (call) => endSession(call, call.params['session'] ?? ''),
  }),
  route('delete /account/sessions', { who: 'mind the own account', handle: (call) => signOutEverywhere(call) }),
];
