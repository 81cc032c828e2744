import { query } from '../endpoint';

/** The whole shop, to be read by others and brought into another Udrel. */
export const openArchiveEndpoints = {
  /** A tar of JSON and photographs, as docs/open-archive.md describes it. */
  shopExport: query('/exports/shop', { permission: 'keep the shop safe' }).answering<undefined>(),
};
