import { object } from '../../shapes/shape';
import { roundScan, settleStay, stayCountQuery, stayExportQuery, stayQuery } from '../../shapes/hand-over/custody';
import type { RoundsView, StayPage, StaysToSee, StayView } from '../../views/custody-views';
import type { CountView } from '../../views/list-views';
import { command, query } from '../endpoint';

const LOOK = { permission: 'look at jobs and shelf', about: 'Stays' } as const;
const KEEP = { permission: 'keep notes and belongings' } as const;

/** What stays with us after its job, and the rounds that look whether it is there. */
export const custodyEndpoints = {
  /** What of it is to be seen to. */
  staysToSee: query('/stays/to-see', LOOK).answering<StaysToSee>(),
  stays: query('/stays', { ...LOOK, query: stayQuery, pagedBy: 'after' }).answering<StayPage>(),
  stayCount: query('/counts/stays', { ...LOOK, query: stayCountQuery }).answering<CountView>(),
  stayExport: query('/exports/stays', {
    permission: 'look at jobs and shelf',
    query: stayExportQuery,
  }).answering<undefined>(),
  settleStay: command('post /stays/:tag/:number', {
    ...KEEP,
    body: settleStay,
    changes: ['stays'],
  }).answering<StayView>(),
  rounds: query('/rounds', LOOK).answering<RoundsView>(),
  beginRound: command('post /rounds', {
    ...KEEP,
    body: object({}),
    status: 201,
    changes: ['stays'],
  }).answering<RoundsView>(),
  scanInRound: command('post /rounds/scans', {
    ...KEEP,
    body: roundScan,
    status: 201,
    changes: ['stays'],
  }).answering<RoundsView>(),
  endRound: command('post /rounds/end', { ...KEEP, body: object({}), changes: ['stays'] }).answering<RoundsView>(),
};
