import {
  carriesVersion,
  workEndpoints,
  type AnswerOf,
  type BodyOf,
  type EndpointName,
  type Endpoints,
  type ParamsOf,
  type PathOf,
} from '@udrel/contract/endpoints';
import type { JobView } from '@udrel/contract/types';

/** A command at one job: all of them answer with the job anew. */
export type JobCommand = {
  [N in EndpointName]: Endpoints[N] extends { kind: 'command' }
    ? AnswerOf<Endpoints[N]> extends JobView
      ? N
      : never
    : never;
}[EndpointName];

/** What stands in its address besides the job's tag. */
export type ParamsBesideTag<N extends JobCommand> = Omit<ParamsOf<PathOf<Endpoints[N]>>, 'tag'>;

/** What it takes; the version that is on the screen goes with it by itself. */
export type TakenBy<N extends JobCommand> = Omit<BodyOf<Endpoints[N]>, 'version'> & { version?: number };

/** The body as it is sent: with the version that was on the screen, where the command asks for one. */
export function versioned(name: JobCommand, version: number, body: object): object {
  return carriesVersion(workEndpoints[name]) ? { version, ...body } : body;
}
