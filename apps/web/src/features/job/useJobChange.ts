import { isCounterKey, type EntryKey, type JobFacts } from '@udrel/core/facts';
import { workEndpoints, type Subject } from '@udrel/contract/endpoints';
import { factShapes, type Shape } from '@udrel/contract/shapes';
import type { JobView } from '@udrel/contract/types';
import type { ThunkAction, UnknownAction } from '@reduxjs/toolkit';
import type { StepId } from '@udrel/core/stations';
import { procedureOf } from '@udrel/core/steps';
import { useState } from 'react';
import { useStore } from 'react-redux';
import type { State } from '../../store/store';
import { api } from '../../api/api';
import { inTurn } from '../../outbox/in-turn';
import { refused } from '../../api/refused';
import { useAppDispatch } from '../../store/dispatch';
import { versioned, type JobCommand, type ParamsBesideTag, type TakenBy } from '../../api/job-command';
import { standing, standsSame } from '../../outbox/entries';
import { keepAndSend } from '../../outbox/outbox';
import { notify } from '../notices/notify';
import { sending } from '../typed/typed';
import { keepSeenNow, seenWhenBegun, typedFact } from '../typed/typed-fact';

/** Changes to one job from one place on the screen, with the trouble they met. */
export interface JobChange {
  busy: boolean;
  error: unknown;
  /**
   * Records a fact; answers with the job anew, null when it was not taken.
   *
   * @param taken forgets what was typed of it where nothing was typed on since (`sending`)
   */
  record: <K extends EntryKey>(
    key: K,
    value: NonNullable<JobFacts[K]>,
    taken?: () => boolean,
  ) => Promise<JobView | null>;
  /** Any other command at the job; `params` is what its address says besides the tag. */
  change: <N extends JobCommand>(
    name: N,
    body: TakenBy<N>,
    ...params: keyof ParamsBesideTag<N> extends never ? [] : [ParamsBesideTag<N>]
  ) => Promise<JobView | null>;
}

type Done = { view: JobView } | { error: unknown };

/** Sends any of the commands: all of them take their params and a body, and answer with the job. */
type Initiate = (
  arg: object,
  how: { track: false },
) => ThunkAction<Promise<{ data?: JobView; error?: unknown }>, State, unknown, UnknownAction>;

export function useJobChange(job: Pick<JobView, 'tag' | 'version' | 'snapshot'>): JobChange {
  const dispatch = useAppDispatch();
  const store = useStore<State>();
  const [state, setState] = useState<{ busy: boolean; error: unknown }>({ busy: false, error: undefined });
  const { tag, version } = job;

  async function doing(work: () => Promise<Done>): Promise<JobView | null> {
    setState({ busy: true, error: undefined });
    const done = await work();
    setState({ busy: false, error: 'error' in done ? done.error : undefined });
    if ('view' in done) say(done.view);
    return 'view' in done ? done.view : null;
  }

  /** Says what was recorded as the history has it; where the stamp can be taken back, from there. */
  function say(view: JobView): void {
    const [newest] = view.history;
    if (view.version === version) {
      if (store.getState().connection.lostAt !== null)
        notify({ kind: 'kept', text: `${tag}: kept here, sent when the server is back.` });
      return;
    }
    const stamped = view.procedure.steps.find(({ id, state }) => state === 'done' && !wasDone(id));
    const takeBack = stamped && view.retractable.includes(stamped.id);
    notify({
      kind: 'recorded',
      text: `${tag}: ${newest?.sentence ?? 'recorded'}`,
      ...(takeBack ? { takeBackAt: `/jobs/${tag}?takeBack=${encodeURIComponent(stamped.id)}` } : {}),
    });
  }

  const wasDone = (id: StepId) =>
    procedureOf(job.snapshot).steps.some((step) => step.id === id && step.state === 'done');

  /** Keeps it in this browser first where it may wait for the connection, or where it must be held against what stands. */
  function run(
    command: JobCommand,
    params: object,
    body: object,
    kept: { subject: Subject; seen?: string | undefined } | null,
    value: Shape<unknown> | null = null,
  ) {
    return doing(async () => {
      // What would be refused is not kept for later either.
      const wrong = wrongIn(command, body, value);
      if (wrong) return { error: wrong };
      if (kept) return dispatch(keepAndSend({ tag, command, params: { ...params }, body: { ...body }, ...kept }));
      // What follows on an answer says the version that this came to: the screen may not show it yet.
      const { version: on = version, ...said } = body as { version?: number };
      const { data, error } = await inTurn(tag, on, (seen) => {
        const arg = { tag, ...params, body: versioned(command, seen, said) };
        const initiate = api.endpoints[command].initiate as Initiate;
        return dispatch(initiate(arg, { track: false }));
      });
      return data ? { view: data } : { error };
    });
  }

  /** What the server would refuse of a command, and of the value that a fact has in it. */
  function wrongIn(command: JobCommand, body: object, value: Shape<unknown> | null) {
    const { body: shape } = workEndpoints[command];
    const wrong = shape && refused(shape, versioned(command, version, body));
    return wrong ?? (value && refused(value, (body as { value: unknown }).value, 'value.'));
  }

  return {
    ...state,
    change: (name, body, ...[params]) => {
      const subject = workEndpoints[name].subject?.({ tag, ...params } as never) ?? null;
      return run(name, params ?? {}, body, subject && { subject });
    },
    record: async (key, value, taken = sending(typedFact(job, key))) => {
      const [command, params] = isCounterKey(key)
        ? (['recordAtCounter', { counterKey: key }] as const)
        : (['recordFact', { key }] as const);
      const seen = seenWhenBegun(job, key);
      const subject = { kind: 'fact' as const, key };
      const changed = seen !== undefined && !standsSame(seen, standing(job, subject));
      const mayWait = workEndpoints[command].subject?.({ tag, ...params } as never) ?? null;
      // What waits, and what somebody else changed while it was typed, goes through what this browser keeps.
      const kept = changed || mayWait ? { subject, seen } : null;
      const view = await run(command, params, { value }, kept, factShapes[key]);
      if ((view || changed) && !taken() && view) keepSeenNow(view, key);
      return view;
    },
  };
}
