import {
  claimCountQuery,
  claimExportQuery,
  claimQuery,
  openClaim,
  returnQuery,
  settleClaim,
} from '../../shapes/hand-over/returns';
import type { CountView } from '../../views/list-views';
import type { ClaimPage, ClaimView, ReturnView } from '../../views/return-views';
import { command, query } from '../endpoint';

const LOOK = { permission: 'look at jobs and shelf', about: 'Claims' } as const;

/** What came back under guarantee, and what the shop claims of its suppliers for it. */
export const returnEndpoints = {
  returns: query('/returns', { ...LOOK, query: returnQuery }).answering<ReturnView[]>(),
  claims: query('/claims', { ...LOOK, query: claimQuery, pagedBy: 'after' }).answering<ClaimPage>(),
  claimCount: query('/counts/claims', { ...LOOK, query: claimCountQuery }).answering<CountView>(),
  claimExport: query('/exports/claims', {
    permission: 'look at jobs and shelf',
    query: claimExportQuery,
  }).answering<undefined>(),
  openClaim: command('post /jobs/:tag/claims', {
    permission: 'receive parts',
    body: openClaim,
    status: 201,
    changes: ['claims'],
  }).answering<ClaimView>(),
  settleClaim: command('post /claims/:id', {
    permission: 'receive parts',
    body: settleClaim,
    changes: ['claims'],
  }).answering<ClaimView>(),
};
