import { setUpEndpoints } from '@udrel/contract/endpoints';
import { received } from '../../../photos/received';
import { notFound } from '../../../platform/errors';
import { inTransaction } from '../../../platform/database/transaction';
import { handlers, STREAMED } from '../../../platform/http/handlers';
import { addPlaces, removePlace, renamePlace, viewPlaces } from '../../../shelf/places';
import { readLogo, removeLogo, setLogo } from '../../../shop/logo';
import { checklistsSetting, consentsSetting, labelsSetting, suppliersSetting } from '../../../shop/own-setting';
import { setSetUp, viewSetUp } from '../../../shop/set-up';

/** What a shop is set up with. */
export const setUpHandlers = handlers(setUpEndpoints, {
  setUpProgress: ({ manager }) => viewSetUp(manager),
  setSetUp: (call) => setSetUp(call, call.body),
  suppliers: ({ manager }) => suppliersSetting.read(manager),
  setSuppliers: (call) => suppliersSetting.set(call, call.body),
  ownConsents: ({ manager }) => consentsSetting.read(manager),
  setOwnConsents: (call) => consentsSetting.set(call, call.body),
  labelPrinters: ({ manager }) => labelsSetting.read(manager),
  setLabelPrinters: (call) => labelsSetting.set(call, call.body),
  checklists: ({ manager }) => checklistsSetting.read(manager),
  setChecklists: (call) => checklistsSetting.set(call, call.body),
  logo: async ({ manager, response }) => {
    const picture = await readLogo(manager);
    if (!picture) throw notFound('The picture on papers');
    // Its address tells one from another: it is kept by whoever has it.
    response.setHeader('cache-control', 'public, max-age=31536000, immutable');
    response.type('image/png').send(picture);
    return STREAMED;
  },
  setLogo: async (call) => setLogo(call, (await received(call.request, call.response)).bytes),
  removeLogo: (call) => removeLogo(call),
  placesHeld: ({ manager }) => viewPlaces(manager),
  addPlaces: (call) => addPlaces(call, call.body),
  renamePlace: (call) => renamePlace(call, call.params.id, call.body.code),
  removePlace: (call) => inTransaction(call.manager, (manager) => removePlace({ ...call, manager }, call.params.id)),
});
