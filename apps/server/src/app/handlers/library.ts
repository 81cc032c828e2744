import { modelEndpoints, shelfEndpoints } from '@udrel/contract/endpoints';
import { devicesBySerial } from '../../models/devices';
import { dropLesson, lessonsOf } from '../../models/lessons';
import { addModel, correctSite, describeModel, findModels, modelById, nearestModels } from '../../models/library';
import { MODEL_LIST } from '../../models/list-models';
import { startCases } from '../../models/start-cases';
import { handlers } from '../../platform/http/handlers';
import { listHandlers } from '../../platform/http/list-handlers';
import { keepPart } from '../../shelf/keep-part';
import { considerLines, exportParts, takeLines } from '../../shelf/parts-file';
import { PART_LIST } from '../../shelf/list-parts';
import { listPlaces, receive } from '../../shelf/stock';

const modelList = listHandlers('models', MODEL_LIST);
const partList = listHandlers('parts', PART_LIST);

export const modelHandlers = handlers(modelEndpoints, {
  models: ({ manager, query }) => findModels(manager, query.find),
  modelRows: (call) => modelList.page(call, call.query),
  modelCount: (call) => modelList.count(call, call.query),
  modelExport: (call) => modelList.file(call, call.query),
  nearestModels: ({ manager, query }) => nearestModels(manager, query.find),
  model: ({ manager, params }) => modelById(manager, params.id),
  addModel: (call) => addModel(call, call.body),
  describeModel: (call) => describeModel(call, call.params.id, call.body),
  correctSite: (call) => correctSite(call, call.params.id, call.body),
  lessons: ({ manager, params }) => lessonsOf(manager, params.id),
  startCases: ({ manager }) => startCases(manager),
  dropLesson: ({ manager, params }) => dropLesson(manager, params.id, params.lesson),
  devices: ({ manager, query }) => devicesBySerial(manager, query.serial),
});

export const shelfHandlers = handlers(shelfEndpoints, {
  parts: (call) => partList.page(call, call.query),
  partCount: (call) => partList.count(call, call.query),
  partExport: (call) => partList.file(call, call.query),
  places: ({ manager }) => listPlaces(manager),
  partLines: ({ manager }) => exportParts(manager),
  considerParts: ({ manager, body }) => considerLines(manager, body),
  takeParts: (call) => takeLines(call, call.body),
  keepPart: (call) => keepPart(call, call.params.id, call.body),
  receive: (call) => receive(call, call.body),
});
