import { filterEndpoints, sessionEndpoints, staffEndpoints } from '@udrel/contract/endpoints';
import { handlers } from '../../platform/http/handlers';
import { readRetention } from '../../retention/rules';
import { changeAccount, changePassword, listAccounts, makeAccount, resetPassword, setPin } from '../../staff/accounts';
import { keepFilter, keptFilters } from '../../staff/kept-filters';
import { endSession, listSessions, signOutEverywhere, switchable } from '../../staff/sessions';
import { signingIn, type SignInConfig } from '../../staff/sign-in';

export function sessionHandlers(config: SignInConfig) {
  const { viewSession, ...rest } = signingIn(config, readRetention);
  return handlers(sessionEndpoints, { session: viewSession, ...rest });
}

export const staffHandlers = handlers(staffEndpoints, {
  accounts: ({ manager }) => listAccounts(manager),
  addAccount: (call) => makeAccount(call, call.body),
  changeAccount: (call) => changeAccount(call, call.params.id, call.body),
  resetPassword: (call) => resetPassword(call, call.params.id, call.body),
  switchable: ({ manager, request }) => switchable(manager, request),
  setPin: (call) => setPin(call, call.body),
  changePassword: (call) => changePassword(call),
  sessions: (call) => listSessions(call),
  endSession: (call) => endSession(call, call.params.session),
  signOutEverywhere: (call) => signOutEverywhere(call),
});

export const filterHandlers = handlers(filterEndpoints, {
  keptFilters: (call) => keptFilters(call),
  keepFilter: (call) => keepFilter(call, call.body),
});
