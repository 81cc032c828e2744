import { STALE, TOPICS_OF_A_JOB, type Change, type Topic } from '@udrel/contract/endpoints';

/** What is read anew: a topic, or that of one job. */
export type Tag = Topic | { type: Topic; id: string };

/** What is read anew after these changes; with a tag, of one job where each job has its own. */
export function staleAfter(changes: readonly Change[], tag?: string): Tag[] {
  return [...new Set(changes.flatMap((change): readonly Topic[] => STALE[change]))].map((topic) => tagOf(topic, tag));
}

/** The same after a command that answered with the job itself, which is put in its place. */
export function staleBesideJob(changes: readonly Change[], tag: string): Tag[] {
  return staleAfter(changes, tag).filter((one) => typeof one === 'string' || one.type !== 'Job');
}

/** A topic, narrowed to one job where each job has its own. */
export function tagOf(topic: Topic, tag?: string): Tag {
  return tag !== undefined && TOPICS_OF_A_JOB.includes(topic) ? { type: topic, id: tag.toUpperCase() } : topic;
}
