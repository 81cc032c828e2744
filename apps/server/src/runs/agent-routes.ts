import { agentHello, agentSamples } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { agentWork, hello, takeSamples } from './agent';

/** What a bench agent says and asks. Its samples keep their own books: each is taken once by its number. */
export const agentRoutes = [
  route('post /agent/hello', {
    who: 'agent',
    body: agentHello,
    ownBooks: true,
    handle: (call) => hello(call, call.body),
  }),
  route('get /agent/work', { who: 'agent', handle: ({ manager }) => agentWork(manager) }),
  route('post /agent/samples', {
    who: 'agent',
    body: agentSamples,
    ownBooks: true,
    handle: (call) => call.manager.transaction((manager) => takeSamples({ ...call, manager }, call.body)),
  }),
];
