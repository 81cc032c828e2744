import { benchMachine } from '../../shapes/house/machines';
import type { MachinesView, MachineToken } from '../../views/house/machines';
import { command, query } from '../endpoint';

/** The machines at the bench. What answers with a token is kept nowhere, so it is not answered twice. */
export const machineEndpoints = {
  machines: query('/shop/machines', { permission: 'keep the shop safe', about: 'Machines' }).answering<MachinesView>(),
  addMachine: command('post /shop/machines', {
    permission: 'keep the shop safe',
    body: benchMachine,
    status: 201,
    idempotency: 'own',
    changes: ['machines'],
  }).answering<MachineToken>(),
  changeMachine: command('put /shop/machines/:id', {
    permission: 'keep the shop safe',
    body: benchMachine,
    changes: ['machines'],
  }).answering<MachinesView>(),
  renewToken: command('post /shop/machines/:id/token', {
    permission: 'keep the shop safe',
    status: 201,
    idempotency: 'own',
    changes: ['machines'],
  }).answering<MachineToken>(),
  endMachine: command('post /shop/machines/:id/end', {
    permission: 'keep the shop safe',
    changes: ['machines'],
  }).answering<MachinesView>(),
};
