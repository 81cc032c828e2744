import Button from '@mui/material/Button';
import { paperEndpoints, urlOf } from '@udrel/contract/endpoints';
import type { JobView } from '@udrel/contract/types';
import { usePapersQuery } from '../../../api/after';
import { fullMoment } from '../../../format/time';
import { Foot, Loaded, Sheet } from '../../../ui';
import styles from '../../../features/job/job.module.css';

/** The paper as it would be given now, and each that was given, as it was then. */
export function Papers({ job }: { job: JobView }) {
  const { currentData, error } = usePapersQuery({ tag: job.tag });
  return (
    <Sheet title="Papers" aside="kept with the job as they were given">
      <Loaded data={currentData} error={error} what="its papers">
        {(kept) => (
          <ul className={styles.told}>
            {kept.map(({ id, title, how, by, at }) => (
              <li key={id}>
                <a href={urlOf(paperEndpoints.keptPaper, { id })} target="_blank" rel="noopener">
                  {title}
                </a>{' '}
                <span className="sub">
                  {how === 'signed' ? 'signed' : 'given'} {fullMoment(at)}, {by}
                </span>
              </li>
            ))}
          </ul>
        )}
      </Loaded>
      <Foot note={currentData?.length === 0 ? 'None was given yet.' : undefined}>
        <Button component="a" href={urlOf(paperEndpoints.jobPaper, { tag: job.tag })} target="_blank" rel="noopener">
          As it would be now, PDF
        </Button>
      </Foot>
    </Sheet>
  );
}
