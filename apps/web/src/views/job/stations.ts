import { late } from '../../ui/late';
import { STATION_LOADS } from './station-loads';

/** The work of each station; its code is loaded when it is first opened. */
export const STATION_WORK = {
  'Book in': late(STATION_LOADS['Book in']),
  Assess: late(STATION_LOADS.Assess),
  Copy: late(STATION_LOADS.Copy),
  Swap: late(STATION_LOADS.Swap),
  Prove: late(STATION_LOADS.Prove),
  'Hand over': late(STATION_LOADS['Hand over']),
};

export const STATION_PAGES = { Match: late(STATION_LOADS.Match), Plan: late(STATION_LOADS.Plan) };
