import { paperEndpoints } from '@udrel/contract/endpoints';
import { labelsPaper, receiptPaper, tagPaper } from '../../papers/device-papers';
import { jobPaper, keptPaper, keptPapers } from '../../papers/job-paper';
import { sendPdf } from '../../papers/send-paper';
import type { PhotoStore } from '../../photos/photo-store';
import { handlers } from '../../platform/http/handlers';
import { readPaperTexts, setPaperTexts } from '../../shop/paper-texts';

export const paperHandlers = (photos: PhotoStore) =>
  handlers(paperEndpoints, {
    jobPaper: async (call) => sendPdf(call.response, await jobPaper(call, photos, call.params.tag)),
    tagPaper: async (call) => sendPdf(call.response, await tagPaper(call, call.params.tag)),
    labelsPaper: async (call) => sendPdf(call.response, await labelsPaper(call, call.params.tag)),
    receiptPaper: async (call) => sendPdf(call.response, await receiptPaper(call, call.params.tag)),
    papers: ({ manager, params }) => keptPapers(manager, params.tag),
    keptPaper: async ({ manager, params, response }) => sendPdf(response, await keptPaper(manager, params.id)),
    paperTexts: ({ manager }) => readPaperTexts(manager),
    setPaperTexts: (call) => setPaperTexts(call, call.body),
  });
