import { carriesVersion, type jobEndpoints } from '@udrel/contract/endpoints';
import type { JobView, KeptOutcome, KeptView } from '@udrel/contract/types';
import { refusalOfDatabase } from '../platform/database/database-errors';
import { Refusal } from '../platform/errors';
import type { CallOf, Route } from '../platform/http/handlers';
import { answerWithin } from '../platform/http/serve-route';

/**
 * Carries out what a browser kept for a job, each command in a transaction of its own and under its own key, as if it
 * had come alone. Each rests on what the one before led to: what somebody else did in between is not taken for seen,
 * so that the next is refused with the job as it stands. The first that is not done ends it.
 */
export async function carryOutKept(
  routes: ReadonlyMap<string, Route>,
  call: CallOf<typeof jobEndpoints.carryOutKept>,
): Promise<KeptView> {
  const { tag } = call.params;
  const outcomes: KeptOutcome[] = [];
  let job: JobView | null = null;
  let restsOn = call.body.version;
  for (const { key, name, params, body } of call.body.commands) {
    try {
      const route = routes.get(name);
      if (!route) throw new Refusal(422, 'invalid-input', `“${name}” is nothing that is kept to be sent later.`);
      const versioned = carriesVersion(route.endpoint);
      const given = { params: { ...params, tag }, body: versioned ? { ...body, version: restsOn } : body };
      job = (await answerWithin(route, key, given, call)) as JobView;
      // What is added whatever happened meanwhile is one event more.
      const from = versioned ? restsOn : job.version - 1;
      if (from === restsOn) restsOn = Math.max(restsOn, job.version);
      outcomes.push({ done: true, from, version: job.version });
    } catch (error) {
      const refusal = error instanceof Refusal ? error : refusalOfDatabase(error);
      if (!refusal) throw error;
      outcomes.push({ done: false, problem: refusal.toProblem() });
      break;
    }
  }
  return { outcomes, job };
}
