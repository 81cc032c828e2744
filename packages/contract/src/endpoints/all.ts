import { benchEndpoints } from './bench/bench';
import { correctionEndpoints, jobEndpoints } from './jobs';
import { modelEndpoints } from './library';
import { moneyEndpoints, orderEndpoints } from './orders';
import { sessionEndpoints, staffEndpoints } from './session';
import { photoEndpoints } from './photos';
import { shelfEndpoints } from './shelf';
import { interfaceEndpoints, shopEndpoints } from './shop';
import { copyingEndpoints, matchingEndpoints, planningEndpoints } from './work';

/** What is asked while the work goes on: the first views come with these, and what waits for the connection is one of them. */
export const workEndpoints = {
  ...sessionEndpoints,
  ...staffEndpoints,
  ...shopEndpoints,
  ...modelEndpoints,
  ...shelfEndpoints,
  ...orderEndpoints,
  ...moneyEndpoints,
  ...jobEndpoints,
  ...correctionEndpoints,
  ...matchingEndpoints,
  ...planningEndpoints,
  ...copyingEndpoints,
  ...photoEndpoints,
  ...benchEndpoints,
  ...interfaceEndpoints,
};
