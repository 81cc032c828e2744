import { targetKey, type PreparationId, type Route } from '@udrel/core/facts';
import type { StepId } from '@udrel/core/stations';
import {
  beginRun,
  endRun,
  enterReadBack,
  stampPreparation,
  viewPlacing,
  type CommandContext,
} from '@udrel/server/services';
import type { JobView } from '@udrel/contract/types';
import { defaultIntent, planLayout } from '@udrel/core/layout';
import { aroundOf, expectedTable, targetsOf } from '@udrel/core/plan-file';
import { askedOf, routesFor } from '@udrel/core/routes';
import { simulatedStart } from '@udrel/core/starting';
import { copyTargets, decided } from '@udrel/core/steps';
import type { DemoJob } from '../data/demo-job';
import { fact, type Act } from './act';

/** Does it unless the step is done already: the route decides which comes first. */
export const once =
  (step: StepId, act: Act): Act =>
  (context, view) =>
    view.procedure.steps.find(({ id }) => id === step)?.state === 'done' ? Promise.resolve(view) : act(context, view);

/** Does it only on a route that asks for it. */
export const onRoute =
  (asks: (route: Route) => boolean, act: Act): Act =>
  (context, view) => {
    const route = decided(view.snapshot)?.route;
    return route && asks(route) ? act(context, view) : Promise.resolve(view);
  };

/** A plan on the route that the job asks for, else on the one that is advised. */
export const draftPlan =
  (job: DemoJob): Act =>
  async (context, view) => {
    const table = view.snapshot.facts['partition table'];
    if (!table) throw new Error(`${view.tag} has no partition table`);
    const intent = { ...defaultIntent(table), leftOut: job.leftOut ?? [], ...job.intent };
    const { facts } = view.snapshot;
    const { placing } = await viewPlacing(context.manager, view.tag, context.now);
    if (!placing) throw new Error(`${view.tag} has no drives to plan for`);
    const layout = planLayout(table, targetsOf(facts), intent, aroundOf(view.snapshot));
    const options = routesFor(placing, askedOf(table, layout, intent.decrypted, placing.old.held.bytes));
    const found = options.find((one) => !job.route || one.route === job.route);
    const { route, startedFrom } = found ?? { route: job.route ?? 'both at the bench', startedFrom: null };
    return fact('plan draft', { intent, route, startedFrom })(context, view);
  };

/** Every finished drive read by hand with the probe: all of it is there. */
export const readBack =
  ({ loaders }: DemoJob): Act =>
  async (context, given) => {
    let view = given;
    const { plan } = given.snapshot.facts;
    if (!plan) return view;
    for (const onto of copyTargets(given.snapshot)) {
      const serial = given.snapshot.facts[targetKey(onto, 'choice')]?.serial ?? '';
      const table = expectedTable(plan, onto);
      const { tag, version } = view;
      const start = simulatedStart(table, loaders);
      view = await enterReadBack(context, tag, { version, onto, serial, table, problems: [], start, whyNot: '' });
    }
    return view;
  };

/** The moment at which the running run is over: it took a little more or less than expected. */
export function tookAsLong(context: CommandContext, { tag, runs }: JobView): CommandContext {
  const run = runs.find(({ outcome }) => outcome === 'running');
  if (!run) return context;
  const share = 0.85 + (Number(tag.slice(-2)) % 7) * 0.06;
  return { ...context, now: new Date(Date.parse(run.beganAt) + run.estimate.middle * share * 1000) };
}

/** What a link of USB 2 carries of a copy, bytes a second. */
const CRAWL = 38e6;

/** The moment at which a run that came down to USB 2 ended. */
export function crawled(context: CommandContext, { runs }: JobView): CommandContext {
  const run = runs.find(({ outcome }) => outcome === 'running');
  return run ? { ...context, now: new Date(Date.parse(run.beganAt) + (run.plannedBytes / CRAWL) * 1000) } : context;
}

/** Minutes that the run under way has taken by then. */
export function minutesOf({ now }: CommandContext, { runs }: JobView): number {
  const run = runs.find(({ outcome }) => outcome === 'running');
  return run ? Math.round((now.getTime() - Date.parse(run.beganAt)) / 60_000) : 0;
}

/** What is noted with a stamp that asks for something. */
const NOTES: Partial<Record<PreparationId, string>> = {
  'start mode': 'UEFI, AHCI, Secure Boot on; its own drive first',
  'risk told': 'after six hours, or when nothing more is read for ten minutes',
  'files agreed': 'pictures and letters, from the old drive; nothing of the programs',
};

/** Everything seen to before the copy: checks stamped, runs of their own ended well. */
export const prepareDevice =
  (job: DemoJob): Act =>
  async (began, given) => {
    let [view, context] = [given, began];
    for (const { id, run, asks, switches } of given.procedure.preparations) {
      const { tag, version } = view;
      if (run === null) {
        view = await stampPreparation(context, tag, {
          version,
          id,
          done: true,
          note: asks === null ? '' : (NOTES[id] ?? 'as its own system says'),
          ...(switches ? { switched: job.switched?.includes(id) === true } : {}),
        });
      } else {
        const running = await beginRun(context, tag, { version, berth: null, ...run });
        context = tookAsLong(context, running);
        view = await endRun(context, tag, { version: running.version, outcome: 'ended well', note: '' });
      }
    }
    return view;
  };
