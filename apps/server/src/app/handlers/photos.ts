import { PAIRING_HEADER, photoEndpoints } from '@udrel/contract/endpoints';
import { STATIONS, type Station } from '@udrel/core/stations';
import type { Response } from 'express';
import { endPairing, openPairing, pairingOf, pairPhone } from '../../photos/pairings';
import type { PhotoStore } from '../../photos/photo-store';
import { fileOfPhoto, keepPhoto, markPhoto, photosOf, removePhoto } from '../../photos/photos';
import { sheetPicturesOf } from '../../photos/model-pictures';
import { received } from '../../photos/received';
import { fieldWrong, notFound } from '../../platform/errors';
import { handlers, STREAMED } from '../../platform/http/handlers';

export const photoHandlers = (store: PhotoStore) =>
  handlers(photoEndpoints, {
    jobPhotos: ({ manager, params }) => photosOf(manager, params.tag),
    sheetPictures: ({ manager, params }) => sheetPicturesOf(manager, params.tag),
    keepPhoto: async (call) => {
      const { bytes, fields } = await received(call.request, call.response);
      const station = stationOf(fields['station']);
      return keepPhoto(call, store, { tag: call.params.tag, station, phone: false }, bytes);
    },
    markPhoto: (call) => markPhoto(call, call.params.tag, call.params.id, call.body),
    removePhoto: async (call) => {
      await removePhoto(call, store, call.params.tag, call.params.id);
      return undefined;
    },
    photo: async ({ manager, params, response }) => {
      await sent(response, await fileOfPhoto(manager, store, params.id, params.size));
      return STREAMED;
    },
    pairPhone: (call) => pairPhone(call, call.params.tag, call.body.station),
    endPairing: async (call) => {
      await endPairing(call, call.params.tag);
      return undefined;
    },
    openPairing: ({ manager, params, now }) => openPairing(manager, params.token, now),
    sendFromPhone: async (call) => {
      const key = call.request.get(PAIRING_HEADER) ?? '';
      // Who it is comes first: a stranger's picture is not read.
      const { tag, station, actor } = await pairingOf(call.manager, call.params.token, key, call.now);
      const { bytes } = await received(call.request, call.response);
      await keepPhoto({ ...call, actor }, store, { tag, station, phone: true }, bytes);
      return { photos: (await photosOf(call.manager, tag)).length };
    },
  });

function stationOf(told: string | undefined): Station {
  const station = STATIONS.find((one) => one === told);
  if (!station) throw fieldWrong('station', 'Say at which station it was taken.');
  return station;
}

/** A file of its content never changes: the browser keeps it, for itself alone. */
function sent(response: Response, file: string): Promise<void> {
  return new Promise((resolve, reject) => {
    response.setHeader('cache-control', 'private, max-age=86400, immutable');
    response.type('image/jpeg').sendFile(file, { cacheControl: false }, (error?: Error & { status?: number }) => {
      if (!error || response.headersSent) resolve();
      else reject(error.status === 404 ? notFound('The file of this photograph') : error);
    });
  });
}
