import { keepPart, partLines, receiveStock } from '../shapes/commands';
import { partCountQuery, partExportQuery, partQuery } from '../shapes/lists';
import type { CountView, PartPage } from '../views/list-views';
import type { PartLineView, PartView } from '../views/shelf-views';
import { command, query } from './endpoint';

/** Parts of the library and what lies on the shelf. */
export const shelfEndpoints = {
  parts: query('/parts', {
    permission: 'look at jobs and shelf',
    query: partQuery,
    about: 'Parts',
    pagedBy: 'after',
  }).answering<PartPage>(),
  partCount: query('/counts/parts', {
    permission: 'look at jobs and shelf',
    query: partCountQuery,
    about: 'Parts',
  }).answering<CountView>(),
  partExport: query('/exports/parts', {
    permission: 'look at jobs and shelf',
    query: partExportQuery,
  }).answering<undefined>(),
  places: query('/places', { permission: 'look at jobs and shelf', about: 'Shop' }).answering<
    { code: string; kind: string }[]
  >(),
  partLines: query('/parts/lines', { permission: 'look at jobs and shelf' }).answering<
    Partial<Record<string, string>>[]
  >(),
  considerParts: command('post /parts/lines/consider', {
    permission: 'describe parts',
    body: partLines,
  }).answering<PartLineView[]>(),
  takeParts: command('post /parts/lines', {
    permission: 'describe parts',
    body: partLines,
    changes: ['shelf'],
  }).answering<PartLineView[]>(),
  keepPart: command('put /parts/:id', {
    permission: 'describe parts',
    body: keepPart,
    changes: ['shelf'],
  }).answering<PartView>(),
  receive: command('post /stock', {
    permission: 'receive parts',
    body: receiveStock,
    status: 201,
    changes: ['shelf'],
  }).answering<PartView>(),
};
