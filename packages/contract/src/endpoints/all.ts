import { agentEndpoints, benchEndpoints } from './bench';
import { custodyEndpoints } from './hand-over/custody';
import { messageEndpoints } from './hand-over/messages';
import { paperEndpoints } from './hand-over/papers';
import { returnEndpoints } from './hand-over/returns';
import { correctionEndpoints, jobEndpoints } from './jobs';
import { modelEndpoints } from './library';
import { moneyEndpoints, orderEndpoints } from './orders';
import { sessionEndpoints, staffEndpoints } from './session';
import { photoEndpoints } from './photos';
import { shelfEndpoints } from './shelf';
import { interfaceEndpoints, shopEndpoints } from './shop';
import { copyingEndpoints, matchingEndpoints, planningEndpoints } from './work';

/** Every query and command by its name. */
export const endpoints = {
  ...sessionEndpoints,
  ...staffEndpoints,
  ...shopEndpoints,
  ...modelEndpoints,
  ...shelfEndpoints,
  ...orderEndpoints,
  ...moneyEndpoints,
  ...custodyEndpoints,
  ...messageEndpoints,
  ...paperEndpoints,
  ...returnEndpoints,
  ...jobEndpoints,
  ...correctionEndpoints,
  ...matchingEndpoints,
  ...planningEndpoints,
  ...copyingEndpoints,
  ...photoEndpoints,
  ...benchEndpoints,
  ...agentEndpoints,
  ...interfaceEndpoints,
};
export type Endpoints = typeof endpoints;
export type EndpointName = keyof Endpoints;
