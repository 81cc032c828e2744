import { object } from '../../shapes/shape';
import { beginWipe, endWipe, readWiped } from '../../shapes/hand-over/wipes';
import type { WipeView } from '../../views/wipe-views';
import { command, query } from '../endpoint';

const OWNER = { permission: 'wipe drives', changes: ['stays', 'every job', 'run'] } as const;

/** An old drive that stays here is wiped, read and certified. */
export const wipeEndpoints = {
  wipe: query('/stays/:tag/:number/wipe', {
    permission: 'look at jobs and shelf',
    about: 'JobRuns',
  }).answering<WipeView>(),
  beginWipe: command('post /stays/:tag/:number/wipe', { ...OWNER, body: beginWipe, status: 201 }).answering<WipeView>(),
  endWipe: command('post /stays/:tag/:number/wipe/end', { ...OWNER, body: endWipe }).answering<WipeView>(),
  readWiped: command('post /stays/:tag/:number/wipe/read', { ...OWNER, body: readWiped }).answering<WipeView>(),
  certifyWipe: command('post /stays/:tag/:number/wipe/certificate', {
    ...OWNER,
    body: object({}),
    status: 201,
  }).answering<WipeView>(),
};
