import { openingHours, whatIfQuery, type OpeningHours } from '../../shapes/day/hours';
import {
  agreedBegin,
  agreedVisit,
  changedVisit,
  diaryQuery,
  makeFeed,
  movedQuery,
  settledVisit,
} from '../../shapes/day/diary';
import { chooseSame } from '../../shapes/commands';
import { benchHours } from '../../shapes/day/people';
import type {
  DiaryView,
  FeedLinksView,
  MovedView,
  NightView,
  OpenListView,
  PersonView,
  ScheduleView,
  VisitView,
  WhatIfView,
} from '../../views/schedule-views';
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
  people: query('/shop/people', { permission: 'look at jobs and shelf', about: 'Staff' }).answering<PersonView[]>(),
  setPerson: command('put /shop/people/:id', {
    permission: 'manage staff',
    body: benchHours,
    changes: ['staff', 'diary'],
  }).answering<PersonView[]>(),
  schedule: query('/schedule', { permission: 'look at jobs and shelf', about: 'Floor' }).answering<ScheduleView>(),
  night: query('/schedule/before-closing', {
    permission: 'look at jobs and shelf',
    about: 'Floor',
  }).answering<NightView>(),
  diary: query('/diary', {
    permission: 'look at jobs and shelf',
    query: diaryQuery,
    about: 'Floor',
  }).answering<DiaryView>(),
  moved: query('/diary/moved', {
    permission: 'look at jobs and shelf',
    query: movedQuery,
    about: 'Floor',
  }).answering<MovedView>(),
  openList: query('/diary/open-jobs', {
    permission: 'look at jobs and shelf',
    about: 'Floor',
  }).answering<OpenListView>(),
  feeds: query('/diary/calendars', {
    permission: 'mind the own account',
    about: 'Sessions',
  }).answering<FeedLinksView>(),
  makeFeed: command('put /diary/calendars', {
    permission: 'mind the own account',
    body: makeFeed,
    changes: ['sessions'],
  }).answering<FeedLinksView>(),
  calendar: query('/calendars/:token', { permission: 'public' }).answering<undefined>(),
  agreeVisit: command('post /visits', {
    permission: 'book in',
    body: agreedVisit,
    status: 201,
    changes: ['diary'],
  }).answering<VisitView>(),
  changeVisit: command('put /visits/:id', {
    permission: 'book in',
    body: changedVisit,
    changes: ['diary'],
  }).answering<VisitView>(),
  settleVisit: command('post /visits/:id/end', {
    permission: 'book in',
    body: settledVisit,
    changes: ['diary'],
  }).answering<VisitView>(),
  planSame: command('post /jobs/:tag/plan/same', {
    permission: 'work on a job',
    body: chooseSame,
    changes: ['job'],
  }).answering<{ tags: string[] }>(),
  agreeBegin: command('put /jobs/:tag/begin', {
    permission: 'correct a booking',
    body: agreedBegin,
    changes: ['job'],
  }).answering<{ tag: string; version: number }>(),
};
