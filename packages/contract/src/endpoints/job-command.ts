import type { Shape } from '../shapes/shape';
import type { JobView } from '../views/views';
import { command, type Access, type ParamsOf, type Subject } from './endpoint';
import type { Change } from './topics';

interface JobCommandAsked<P extends string, B> {
  permission: Access;
  body: Shape<B>;
  status?: 200 | 201;
  changes?: readonly Change[];
  subject?: (params: ParamsOf<P>) => Subject | null;
}

/** Declares a command at one job: all of them answer with the job anew. */
export function jobCommand<const M extends 'post' | 'put', const P extends `/jobs/:tag/${string}`, B extends object>(
  address: `${M} ${P}`,
  asked: JobCommandAsked<P, B>,
) {
  return command<M, P, B>(address, { changes: ['job'], answersJob: true, ...asked }).answering<JobView>();
}
