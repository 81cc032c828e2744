import type { PieceRecord } from '@udrel/core/pieces';
import { yardstickQuery } from '../../shapes/day/yardsticks';
import type { PartRecord, YardsticksView } from '../../views/yardstick-views';
import { query } from '../endpoint';

/** The shop's own figures. */
export const yardstickEndpoints = {
  yardsticks: query('/yardsticks', {
    permission: 'look at jobs and shelf',
    query: yardstickQuery,
  }).answering<YardsticksView>(),
  trackRecord: query('/jobs/:tag/track-record', { permission: 'look at jobs and shelf' }).answering<PartRecord[]>(),
  equipmentRecord: query('/jobs/:tag/equipment-record', {
    permission: 'look at jobs and shelf',
  }).answering<PieceRecord[]>(),
  yardstickExport: query('/exports/yardsticks', {
    permission: 'look at jobs and shelf',
    query: yardstickQuery,
  }).answering<undefined>(),
};
