import { FIRST_ASKED } from '../terms/first-asked';
import {
  addStaff,
  changePassword,
  changeStaff,
  resetPassword,
  setPin,
  setUp,
  signIn,
  switchTo,
  unlock,
} from '../shapes/commands';
import type { AccountView, SessionView, SignedInView, SwitchableView } from '../views/views';
import { command, query } from './endpoint';

/** Signing in and out, switching by PIN, and the first account of an empty shop. */
export const sessionEndpoints = {
  session: query(FIRST_ASKED.session, { permission: 'public', about: 'Session' }).answering<SessionView>(),
  signIn: command('post /session', {
    permission: 'public',
    body: signIn,
    idempotency: 'own',
    changes: ['session'],
  }).answering<SessionView>(),
  signOut: command('delete /session', {
    permission: 'public',
    idempotency: 'own',
    changes: ['session'],
  }).answering<undefined>(),
  switchTo: command('post /session/switch', {
    permission: 'mind the own account',
    body: switchTo,
    idempotency: 'own',
    changes: ['session'],
  }).answering<SessionView>(),
  /** Nothing is told or done any more until it is unlocked; who is signed in stays. */
  lock: command('post /session/lock', {
    permission: 'mind the own account',
    idempotency: 'own',
    changes: ['session'],
  }).answering<SessionView>(),
  unlock: command('post /session/unlock', {
    permission: 'public',
    body: unlock,
    idempotency: 'own',
    changes: ['session'],
  }).answering<SessionView>(),
  setUp: command('post /set-up', {
    permission: 'public',
    body: setUp,
    idempotency: 'own',
    changes: ['session'],
  }).answering<SessionView>(),
};

/** Accounts, PINs and the sessions of an account. */
export const staffEndpoints = {
  accounts: query('/staff', { permission: 'manage staff', about: 'Staff' }).answering<AccountView[]>(),
  addAccount: command('post /staff', {
    permission: 'manage staff',
    body: addStaff,
    status: 201,
    changes: ['staff'],
  }).answering<AccountView[]>(),
  changeAccount: command('put /staff/:id', {
    permission: 'manage staff',
    body: changeStaff,
    changes: ['staff', 'session'],
  }).answering<AccountView[]>(),
  resetPassword: command('put /staff/:id/password', {
    permission: 'manage staff',
    body: resetPassword,
  }).answering<AccountView[]>(),
  switchable: query('/staff/switchable', { permission: 'look at jobs and shelf' }).answering<SwitchableView[]>(),
  // Outside a transaction: wrong passwords stay counted when they are refused.
  setPin: command('put /account/pin', {
    permission: 'mind the own account',
    body: setPin,
    idempotency: 'own',
    changes: ['staff'],
  }).answering<{ hasPin: boolean }>(),
  changePassword: command('put /account/password', {
    permission: 'mind the own account',
    body: changePassword,
    idempotency: 'own',
    changes: ['sessions'],
  }).answering<{ ended: number }>(),
  sessions: query('/account/sessions', {
    permission: 'mind the own account',
    about: 'Sessions',
  }).answering<SignedInView[]>(),
  endSession: command('delete /account/sessions/:session', {
    permission: 'mind the own account',
    changes: ['sessions'],
  }).answering<SignedInView[]>(),
  signOutEverywhere: command('delete /account/sessions', {
    permission: 'mind the own account',
    changes: ['sessions'],
  }).answering<SignedInView[]>(),
};
