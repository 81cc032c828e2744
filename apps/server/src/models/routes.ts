import { customerQuery, deviceQuery, modelSpec, site } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { devicesBySerial } from './devices';
import { dropLesson, lessonsOf } from './lessons';
import { addModel, correctSite, describeModel, findModels, modelById, nearestModels } from './service';

export const modelRoutes = [
  route('get /models', {
    who: 'look at jobs and shelf',
    query: customerQuery,
    handle: ({ manager, query }) => findModels(manager, query.find),
  }),
  route('get /models/nearest', {
    who: 'look at jobs and shelf',
    query: customerQuery,
    handle: ({ manager, query }) => nearestModels(manager, query.find),
  }),
  route('get /models/:id', {
    who: 'look at jobs and shelf',
    handle: ({ manager, params }) => modelById(manager, params['id'] ?? ''),
  }),
  route('post /models', {
    who: 'describe models',
    body: modelSpec,
    status: 201,
    handle: (call) => addModel(call, call.body),
  }),
  route('put /models/:id', {
    who: 'describe models',
    body: modelSpec,
    handle: (call) => describeModel(call, call.params['id'] ?? '', call.body),
  }),
  route('put /models/:id/sites', {
    who: 'describe models',
    body: site,
    handle: (call) => correctSite(call, call.params['id'] ?? '', call.body),
  }),
  route('get /models/:id/lessons', {
    who: 'look at jobs and shelf',
    handle: ({ manager, params }) => lessonsOf(manager, params['id'] ?? ''),
  }),
  route('delete /models/:id/lessons/:lesson', {
    who: 'describe models',
    handle: ({ manager, params }) => dropLesson(manager, params['id'] ?? '', params['lesson'] ?? ''),
  }),
  route('get /devices', {
    who: 'look at jobs and shelf',
    query: deviceQuery,
    handle: ({ manager, query }) => devicesBySerial(manager, query.serial),
  }),
];
