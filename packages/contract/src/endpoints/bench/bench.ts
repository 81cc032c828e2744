import type { BerthView, RunNow } from '../../views/views';
import { query } from '../endpoint';

/** What lies and runs at the bench. */
export const benchEndpoints = {
  berths: query('/berths', { permission: 'look at jobs and shelf', about: 'Berths' }).answering<BerthView[]>(),
  runs: query('/runs', { permission: 'look at jobs and shelf', about: 'Runs' }).answering<RunNow[]>(),
};
