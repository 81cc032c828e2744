import { workEndpoints } from '../all';
import { agentEndpoints } from '../bench/agent';
import { afterEndpoints } from './after';

/** Every query and command by its name. */
export const endpoints = { ...workEndpoints, ...agentEndpoints, ...afterEndpoints };
export type Endpoints = typeof endpoints;
export type EndpointName = keyof Endpoints;
