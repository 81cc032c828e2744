import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import { CHOICE_KEYS } from '@udrel/core/facts';
import { may } from '@udrel/contract/permissions';
import type { JobView } from '@udrel/contract/types';
import { useSessionQuery } from '../../../api/api';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from './order/match.module.css';

/** Like devices of the same order that have nothing chosen yet: matched once, each gets pieces of its own. */
export function AlikeSheet({ job }: { job: JobView }) {
  const open = job.alike.filter((one) => !one.chosen);
  const [out, setOut] = useState<readonly string[]>([]);
  const { change, busy, error } = useJobChange(job);
  const role = useSessionQuery().data?.staff?.role;
  const { facts } = job.snapshot;
  const chosen = [...CHOICE_KEYS, 'memory choice' as const].flatMap((key) => {
    const one = facts[key];
    return one ? [`${one.maker} ${one.name}`] : [];
  });
  const ordered = chosen.length === 0 ? job.snapshot.ordered.map(({ name }) => name) : [];
  if (open.length === 0 || chosen.length + ordered.length === 0 || job.closedAt || !may(role, 'work on a job'))
    return null;
  const tags = open.map((one) => one.tag).filter((tag) => !out.includes(tag));
  return (
    <div className={styles.ordered}>
      <Sheet title="The same for the others of this order" aside={[...chosen, ...ordered].join(', ')}>
        <TroubleNote error={error} />
        <Foot>
          <span style={{ flex: 1 }}>
            {open.map(({ tag, serial }) => (
              <FormControlLabel
                key={tag}
                control={
                  <Checkbox
                    checked={!out.includes(tag)}
                    onChange={() => setOut(out.includes(tag) ? out.filter((one) => one !== tag) : [...out, tag])}
                  />
                }
                label={`${tag}, ${serial}`}
              />
            ))}
          </span>
          <Button
            variant="contained"
            disabled={busy || tags.length === 0}
            onClick={() => void change('chooseSame', { tags })}
          >
            {ordered.length > 0 ? 'Order' : 'Choose'} the same for {tags.length}
          </Button>
        </Foot>
      </Sheet>
    </div>
  );
}
