import type { EntryKey, JobView } from '@udrel/contract/types';
import type { JobFacts } from '@udrel/core/steps';
import { useState } from 'react';
import { useChangeJobMutation } from '../../api/api';
import { useAppDispatch } from '../../api/dispatch';
import { standing } from '../../outbox/entries';
import { keepAndSend, type Doing } from '../../outbox/outbox';
import { forgetTyped } from '../../ui/typed';
import { seenWhenBegun, typedFact } from './typed-fact';
import { waitableSubject } from '../../outbox/waitable';

/** Changes to one job from one place on the screen, with the trouble they met. */
export interface JobChange {
  busy: boolean;
  error: unknown;
  /** Records a fact; answers with the job anew, null when it was not taken. */
  record: <K extends EntryKey>(key: K, value: NonNullable<JobFacts[K]>) => Promise<JobView | null>;
  /** Any other change, at a path below the job. */
  change: (path: string, body?: object, method?: 'POST' | 'PUT') => Promise<JobView | null>;
}

/** Facts of booking in and handing over have an address that the counter may use too. */
const COUNTER: readonly string[] = [
  'old drive stays',
  'document given',
  'signature',
  'kept until',
  'backup',
  'consents',
  'go-ahead limit',
  'condition marks',
  'own drive',
  'own memory',
];

/** What is added whatever happened meanwhile says nothing of the version that was on the screen. */
const ADDED = /^\/(things|lessons|same)/;

export function useJobChange(job: Pick<JobView, 'tag' | 'version' | 'snapshot'>): JobChange {
  const [send, { isLoading, error }] = useChangeJobMutation();
  const dispatch = useAppDispatch();
  const [kept, setKept] = useState<{ busy: boolean; error: unknown }>({ busy: false, error: undefined });
  const { tag, version } = job;
  const keep = async (doing: Omit<Doing, 'tag'>) => {
    setKept({ busy: true, error: undefined });
    const done = await dispatch(keepAndSend({ tag, ...doing }));
    setKept({ busy: false, error: 'error' in done ? done.error : undefined });
    return 'view' in done ? done.view : null;
  };
  const change: JobChange['change'] = async (path, body = {}, method = 'POST') => {
    const subject = waitableSubject(path);
    if (subject) return keep({ path, method, body: { ...body }, subject });
    const answer = await send({ tag, path, method, body: ADDED.test(path) ? body : { version, ...body } });
    return answer.data ?? null;
  };
  return {
    busy: isLoading || kept.busy,
    error: kept.error ?? error,
    change,
    record: async (key, value) => {
      const path = COUNTER.includes(key) ? `/counter/${key.replaceAll(' ', '-')}` : `/facts/${encodeURIComponent(key)}`;
      const seen = seenWhenBegun(job, key);
      const subject = { kind: 'fact' as const, key };
      const changed = seen !== undefined && seen !== standing(job, subject);
      // What waits, and what somebody else changed while it was typed, goes through what this browser keeps.
      const view =
        changed || waitableSubject(path)
          ? await keep({ path, method: 'PUT', body: { value }, subject, seen })
          : await change(path, { value }, 'PUT');
      if (view || changed) forgetTyped(typedFact(job, key));
      return view;
    },
  };
}
