import { retention } from '../../shapes/house/retention';
import type { RetentionDue, RetentionView } from '../../views/house/retention';
import { command, query } from '../endpoint';

/** How long what the shop has is kept. */
export const retentionEndpoints = {
  retention: query('/shop/retention', {
    permission: 'keep the shop safe',
    about: 'Retention',
  }).answering<RetentionView>(),
  /** What would go by these rules, before they are set. */
  considerRetention: query('/shop/retention/due', {
    permission: 'keep the shop safe',
    body: retention,
  }).answering<RetentionDue>(),
  setRetention: command('put /shop/retention', {
    permission: 'keep the shop safe',
    body: retention,
    changes: ['retention', 'session'],
  }).answering<RetentionView>(),
};
