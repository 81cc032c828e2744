import { openArchiveEndpoints } from '@udrel/contract/endpoints';
import { noteAudit } from '../../../audit/audit';
import { takeOutShop } from '../../../open-archive/take-out';
import { handlers, STREAMED } from '../../../platform/http/handlers';
import type { Config } from '../../config';

/** The whole shop as an open archive. */
export const openArchiveHandlers = ({ databaseUrl, photos }: Pick<Config, 'databaseUrl' | 'photos'>) =>
  handlers(openArchiveEndpoints, {
    shopExport: async (call) => {
      const { response, now } = call;
      await noteAudit(call, call.actor.id, 'shop taken out');
      response.attachment(`udrel-shop-${now.toISOString().slice(0, 10)}.tar`).type('application/x-tar');
      await takeOutShop({ databaseUrl, photos, now }, response).catch((error: unknown) => {
        // What has begun to come is broken off: whoever fetches it sees that it is not whole.
        if (!response.headersSent) throw error;
        response.destroy(error as Error);
      });
      return STREAMED;
    },
  });
