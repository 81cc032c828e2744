import { workEndpoints } from '../all';
import { afterEndpoints } from './after';

/** Every query and command by its name. */
export const endpoints = { ...workEndpoints, ...afterEndpoints };
export type Endpoints = typeof endpoints;
export type EndpointName = keyof Endpoints;
