import { openingHours, whatIfQuery, type OpeningHours } from '../../shapes/day/hours';
import type { WhatIfView } from '../../views/schedule-views';
import { command, query } from '../endpoint';

/** When the shop is open, and when work is ready by that. */
export const scheduleEndpoints = {
  hours: query('/shop/hours', { permission: 'look at jobs and shelf', about: 'Rates' }).answering<OpeningHours>(),
  setHours: command('put /shop/hours', {
    permission: 'set rates',
    body: openingHours,
    changes: ['rates'],
  }).answering<OpeningHours>(),
  whatIf: query('/schedule/what-if', {
    permission: 'look at jobs and shelf',
    query: whatIfQuery,
    about: 'Floor',
  }).answering<WhatIfView>(),
};
