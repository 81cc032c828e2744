import {
  askLook as lookShape,
  beginRun as beginShape,
  endRun as endShape,
  enterReadBack as readShape,
  tellLosses as tellShape,
} from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { listBerths } from './berths';
import { askLook, enterReadBack } from './looks';
import { runsNow } from './now';
import { beginRun, endRun, tellLosses } from './service';

export const runRoutes = [
  route('get /berths', {
    who: 'look at jobs and shelf',
    handle: ({ manager, now }) => listBerths(manager, now),
  }),
  route('get /runs', {
    who: 'look at jobs and shelf',
    handle: ({ manager, now }) => runsNow(manager, now),
  }),
  route('post /jobs/:tag/runs', {
    who: 'work on a job',
    body: beginShape,
    status: 201,
    handle: (call) => beginRun(call, call.params['tag'] ?? '', call.body),
  }),
  route('post /jobs/:tag/runs/end', {
    who: 'work on a job',
    body: endShape,
    handle: (call) => endRun(call, call.params['tag'] ?? '', call.body),
  }),
  route('post /jobs/:tag/runs/losses', {
    who: 'work on a job',
    body: tellShape,
    handle: (call) => tellLosses(call, call.params['tag'] ?? '', call.body),
  }),
  route('post /jobs/:tag/look', {
    who: 'work on a job',
    body: lookShape,
    handle: (call) => askLook(call, call.params['tag'] ?? '', call.body),
  }),
  route('post /jobs/:tag/read-back', {
    who: 'work on a job',
    body: readShape,
    handle: (call) => enterReadBack(call, call.params['tag'] ?? '', call.body),
  }),
];
