import { auditQuery } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { readAudit } from './service';

export const auditRoutes = [
  route('get /audit', {
    who: 'see the audit',
    query: auditQuery,
    handle: ({ manager, query }) => readAudit(manager, query.before),
  }),
];
