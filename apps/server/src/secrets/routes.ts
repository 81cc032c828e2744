import { addSecret as addShape } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { addSecret, showSecret } from './service';

export const secretRoutes = [
  route('post /jobs/:tag/secrets', {
    who: 'book in',
    body: addShape,
    handle: (call) => addSecret(call, call.params['tag'] ?? '', call.body),
  }),
  // The answer must not be kept for repeats, so this write keeps its own books: each showing counts.
  route('post /jobs/:tag/secrets/:id/show', {
    who: 'see secrets',
    ownBooks: true,
    handle: (call) =>
      call.manager.transaction((manager) =>
        showSecret({ ...call, manager }, call.params['tag'] ?? '', call.params['id'] ?? ''),
      ),
  }),
];
