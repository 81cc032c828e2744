import type { EntryKey, JobView } from '@udrel/contract/types';
import type { JobFacts } from '@udrel/core/steps';
import { useChangeJobMutation } from '../../api/api';

/** Changes to one job from one place on the screen, with the trouble they met. */
export interface JobChange {
  busy: boolean;
  error: unknown;
  /** Records a fact; answers with the job anew, null when it was not taken. */
  record: <K extends EntryKey>(key: K, value: NonNullable<JobFacts[K]>) => Promise<JobView | null>;
  /** Any other change, at a path below the job. */
  change: (path: string, body?: object, method?: 'POST' | 'PUT') => Promise<JobView | null>;
}

/** Facts of handing over have an address that the counter may use too. */
const HAND_OVER: readonly string[] = ['old drive stays', 'document given', 'signature'];

export function useJobChange(job: Pick<JobView, 'tag' | 'version'>): JobChange {
  const [send, { isLoading, error }] = useChangeJobMutation();
  const { tag, version } = job;
  const change: JobChange['change'] = async (path, body = {}, method = 'POST') => {
    const answer = await send({ tag, path, method, body: { version, ...body } });
    return answer.data ?? null;
  };
  return {
    busy: isLoading,
    error,
    change,
    record: (key, value) => {
      const path = HAND_OVER.includes(key)
        ? `/hand-over/${key.replaceAll(' ', '-')}`
        : `/facts/${encodeURIComponent(key)}`;
      return change(path, { value }, 'PUT');
    },
  };
}
