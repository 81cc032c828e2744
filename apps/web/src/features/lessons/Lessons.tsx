import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { MOST_LESSONS } from '@udrel/contract/limits';
import { may } from '@udrel/contract/permissions';
import { useDropLessonMutation, useLessonsQuery, useSessionQuery } from '../../api/api';
import { moment } from '../../format/time';
import { Empty, Sheet, Tag, TroubleNote } from '../../ui';
import styles from '../../ui/ui.module.css';

/** What earlier jobs taught about a model. Without `children` nothing is shown while there is nothing to tell. */
export function Lessons({ modelId, children }: { modelId: string; children?: ReactNode }) {
  const { currentData: data } = useLessonsQuery({ id: modelId });
  const [drop, { error, isLoading }] = useDropLessonMutation();
  const role = useSessionQuery().data?.staff?.role;
  if (!data) return null;
  const { lessons, opened } = data;
  if (lessons.length === 0 && opened.jobs === 0 && !children) return null;
  return (
    <Sheet
      title="What earlier jobs taught"
      aside={
        opened.minutes === null
          ? undefined
          : `lay open ${opened.minutes} min, ${opened.jobs === 1 ? 'one job' : `median of ${opened.jobs} jobs`}`
      }
    >
      {lessons.length >= MOST_LESSONS && <p className="sub">The newest {MOST_LESSONS} are shown.</p>}
      {lessons.length === 0 && <Empty>Nothing was written down for this model yet.</Empty>}
      <ul className={styles.lessons}>
        {lessons.map((lesson) => (
          <li key={lesson.id}>
            <span>
              {lesson.text}
              <span className="sub">
                {' '}
                <Tag tag={lesson.tag} /> {lesson.by}, {moment(lesson.at)}
              </span>
            </span>
            {may(role, 'describe models') && (
              <Button disabled={isLoading} onClick={() => void drop({ id: modelId, lesson: lesson.id })}>
                Does not hold
              </Button>
            )}
          </li>
        ))}
      </ul>
      <TroubleNote error={error} />
      {children}
    </Sheet>
  );
}
