import { keepFilter } from '../../shapes/account/filters';
import type { KeptFilterView } from '../../views/list-views';
import { command, query } from '../endpoint';

const OWN = { permission: 'mind the own account' } as const;

/** Filters of lists that somebody keeps, in whichever browser they sign in. */
export const filterEndpoints = {
  keptFilters: query('/account/filters', { ...OWN, about: 'Sessions' }).answering<KeptFilterView[]>(),
  keepFilter: command('put /account/filters', { ...OWN, body: keepFilter, changes: ['sessions'] }).answering<
    KeptFilterView[]
  >(),
};
