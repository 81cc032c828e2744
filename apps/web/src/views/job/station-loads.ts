import type { Station } from '@udrel/core/stations';
import type { ComponentType, ReactNode } from 'react';
import type { JobView } from '@udrel/contract/types';
import { stationPath } from '../../paths/station-path';

type Work = ComponentType<{ job: JobView }>;
/** A station that lays out its page itself, its steps and gates with it. */
type WholePage = ComponentType<{ job: JobView; side: ReactNode; disabled: boolean }>;

/** The code of each station. */
export const STATION_LOADS = {
  'Book in': async () => ({ default: (await import('./booked/BookedStation')).BookedStation as Work }),
  Assess: async () => ({ default: (await import('./assess/AssessStation')).AssessStation as Work }),
  Match: async () => ({ default: (await import('./match/MatchStation')).MatchStation as WholePage }),
  Plan: async () => ({ default: (await import('./plan/PlanStation')).PlanStation as WholePage }),
  Copy: async () => ({ default: (await import('./copy/CopyStation')).CopyStation as Work }),
  Swap: async () => ({ default: (await import('./swap/SwapStation')).SwapStation as Work }),
  Prove: async () => ({ default: (await import('./prove/ProveStation')).ProveStation as Work }),
  'Hand over': async () => ({ default: (await import('./hand-over/HandOverStation')).HandOverStation as Work }),
} satisfies Record<Station, () => Promise<unknown>>;

/** Loads a station by its name in an address, while the page around it is still on its way. */
export async function loadAhead(path: string | undefined): Promise<void> {
  for (const [station, load] of Object.entries(STATION_LOADS)) {
    if (stationPath(station) === path) await load().catch(() => undefined);
  }
}
