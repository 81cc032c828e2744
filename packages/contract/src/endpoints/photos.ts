import { markPhoto, pairPhone } from '../shapes/photos';
import type { PairedView, PairingView, PhotoView, SheetPicture } from '../views/photo-views';
import { command, query } from './endpoint';

/** The header in which a paired phone names its key. */
export const PAIRING_HEADER = 'x-pairing-key';

const KEEP = { permission: 'keep notes and belongings' } as const;

/**
 * Photographs of a job: what is sent as `photo` of a form, with the field `station`. The same picture sent twice is kept once,
 * so that it can be sent again. A phone that was paired sends with the key that it was given, and may nothing else.
 */
export const photoEndpoints = {
  jobPhotos: query('/jobs/:tag/photos', {
    permission: 'look at jobs and shelf',
    about: 'JobPhotos',
  }).answering<PhotoView[]>(),
  /** What a job's model has for the stages of its sheet; each is asked for as a photograph is. */
  sheetPictures: query('/jobs/:tag/sheet-pictures', {
    permission: 'look at jobs and shelf',
    about: 'JobPhotos',
  }).answering<SheetPicture[]>(),
  keepPhoto: command('post /jobs/:tag/photos', {
    ...KEEP,
    status: 201,
    idempotency: 'own',
    changes: ['job'],
  }).answering<PhotoView>(),
  markPhoto: command('put /jobs/:tag/photos/:id', {
    ...KEEP,
    body: markPhoto,
    changes: ['job'],
  }).answering<PhotoView>(),
  removePhoto: command('delete /jobs/:tag/photos/:id', {
    ...KEEP,
    idempotency: 'own',
    changes: ['job'],
  }).answering<undefined>(),
  photo: query('/photos/:id/:size', { permission: 'look at jobs and shelf' }).answering<undefined>(),
  pairPhone: command('post /jobs/:tag/pairing', {
    ...KEEP,
    body: pairPhone,
    status: 201,
    idempotency: 'own',
  }).answering<PairingView>(),
  endPairing: command('delete /jobs/:tag/pairing', { ...KEEP, idempotency: 'own' }).answering<undefined>(),
  /** Once for each pairing: whoever opens its address first has it. */
  openPairing: command('post /pairings/:token', { permission: 'public', idempotency: 'own' }).answering<PairedView>(),
  sendFromPhone: command('post /pairings/:token/photos', {
    permission: 'public',
    status: 201,
    idempotency: 'own',
  }).answering<{ photos: number }>(),
};
