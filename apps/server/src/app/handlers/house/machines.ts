import { machineEndpoints } from '@udrel/contract/endpoints';
import { addMachine, changeMachine, endMachine, giveToken, viewMachines } from '../../../machines/machines';
import { inTransaction } from '../../../platform/database/transaction';
import { handlers } from '../../../platform/http/handlers';

/** The machines at the bench. */
export const machineHandlers = handlers(machineEndpoints, {
  machines: ({ manager }) => viewMachines(manager),
  addMachine: (call) => inTransaction(call.manager, (manager) => addMachine({ ...call, manager }, call.body)),
  changeMachine: async (call) => {
    await changeMachine(call, call.params.id, call.body);
    return viewMachines(call.manager);
  },
  renewToken: (call) => inTransaction(call.manager, (manager) => giveToken({ ...call, manager }, call.params.id)),
  endMachine: async (call) => {
    await endMachine(call, call.params.id);
    return viewMachines(call.manager);
  },
});
