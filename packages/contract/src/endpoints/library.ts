import { customerQuery, deviceQuery } from '../shapes/commands';
import { site } from '../shapes/drives';
import { modelCountQuery, modelExportQuery, modelQuery } from '../shapes/lists';
import { modelSpec } from '../shapes/models';
import type { CountView, ModelPage } from '../views/list-views';
import type { KnownDevice, LessonsView, ModelView, StartCasesView } from '../views/views';
import { command, query } from './endpoint';

/** Device models, what was learnt of them, and devices by their serials. */
export const modelEndpoints = {
  models: query('/models', {
    permission: 'look at jobs and shelf',
    query: customerQuery,
    about: 'Models',
  }).answering<ModelView[]>(),
  /** The whole library, as a list. */
  modelRows: query('/models/list', {
    permission: 'look at jobs and shelf',
    query: modelQuery,
    about: 'Models',
    pagedBy: 'after',
  }).answering<ModelPage>(),
  modelCount: query('/counts/models', {
    permission: 'look at jobs and shelf',
    query: modelCountQuery,
    about: 'Models',
  }).answering<CountView>(),
  modelExport: query('/exports/models', {
    permission: 'look at jobs and shelf',
    query: modelExportQuery,
  }).answering<undefined>(),
  nearestModels: query('/models/nearest', {
    permission: 'look at jobs and shelf',
    query: customerQuery,
    about: 'Models',
  }).answering<ModelView[]>(),
  model: query('/models/:id', { permission: 'look at jobs and shelf', about: 'Models' }).answering<ModelView>(),
  addModel: command('post /models', {
    permission: 'describe models',
    body: modelSpec,
    status: 201,
    changes: ['models'],
  }).answering<ModelView>(),
  describeModel: command('put /models/:id', {
    permission: 'describe models',
    body: modelSpec,
    changes: ['models', 'every job'],
  }).answering<ModelView>(),
  correctSite: command('put /models/:id/sites', {
    permission: 'describe models',
    body: site,
    changes: ['models', 'every job'],
  }).answering<ModelView>(),
  lessons: query('/models/:id/lessons', {
    permission: 'look at jobs and shelf',
    about: 'Lessons',
  }).answering<LessonsView>(),
  /** Causes that the shop found at devices that did not start, newest first. */
  startCases: query('/start-cases', {
    permission: 'look at jobs and shelf',
    about: 'Lessons',
  }).answering<StartCasesView>(),
  dropLesson: command('delete /models/:id/lessons/:lesson', {
    permission: 'describe models',
    changes: ['lessons'],
  }).answering<LessonsView>(),
  devices: query('/devices', {
    permission: 'look at jobs and shelf',
    query: deviceQuery,
  }).answering<KnownDevice[]>(),
};
