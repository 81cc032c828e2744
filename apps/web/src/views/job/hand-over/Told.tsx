import Button from '@mui/material/Button';
import { Link } from 'react-router';
import type { JobView } from '@udrel/contract/types';
import {
  useCustomerLinkQuery,
  useMakeLinkMutation,
  useMessagesInfiniteQuery,
  useRevokeLinkMutation,
} from '../../../api/after';
import { notify } from '../../../features/notices/notify';
import { fullMoment, moment } from '../../../format/time';
import { Foot, Loaded, Sheet, TroubleNote } from '../../../ui';
import styles from '../../../features/job/job.module.css';

/** What the customer was told and when, and the page of their own. */
export function Told({ job }: { job: JobView }) {
  const messages = useMessagesInfiniteQuery({ tag: job.tag });
  const rows = messages.data?.pages.flatMap((page) => page.rows);
  return (
    <Sheet
      title="What the customer knows"
      aside={job.readySince ? `ready since ${fullMoment(job.readySince)}` : undefined}
    >
      <Loaded data={rows} error={messages.error} what="what they were told">
        {(told) =>
          told.length === 0 ? (
            <p className="sub">No message was made about it. Say it yourself, or keep what was said on their card.</p>
          ) : (
            <ul className={styles.told}>
              {told.map(({ id, kind, channel, state, settledAt, madeAt, why }) => (
                <li key={id}>
                  <Link to={`/messages?find=${job.tag}`}>{kind}</Link>{' '}
                  <span className={state === 'failed' ? 'danger' : 'sub'}>
                    {state === 'sent' ? `told by ${channel}` : `${state}, by ${channel}`} {moment(settledAt ?? madeAt)}
                    {why && `: ${why}`}
                  </span>
                </li>
              ))}
            </ul>
          )
        }
      </Loaded>
      <Page job={job} />
    </Sheet>
  );
}

function Page({ job }: { job: JobView }) {
  const number = job.order;
  const { currentData, error } = useCustomerLinkQuery({ number });
  const [make, making] = useMakeLinkMutation();
  const [end, ending] = useRevokeLinkMutation();
  return (
    <Loaded data={currentData} error={error} what="their page">
      {({ path, address, looks, visits }) => (
        <>
          <TroubleNote error={making.error ?? ending.error} />
          <Foot
            note={
              path === null
                ? 'They have no page of their own yet.'
                : looks === 0
                  ? 'Nobody has looked at their page yet.'
                  : `Their page was looked at ${looks === 1 ? 'once' : `${looks} times`}${visits[0] ? `; last ${moment(visits[0].at)}: ${visits[0].deed}` : ''}.`
            }
          >
            {path === null ? (
              <Button disabled={making.isLoading} onClick={() => void make({ number, body: {} })}>
                Make their page
              </Button>
            ) : (
              <>
                <Button disabled={ending.isLoading} onClick={() => void end({ number, body: {} })}>
                  End it
                </Button>
                <Button
                  onClick={() => {
                    const whole = address ?? new URL(path, window.location.href).href;
                    void navigator.clipboard
                      .writeText(whole)
                      .then(() => notify({ kind: 'recorded', text: 'Its address is in the clipboard.' }))
                      .catch(() =>
                        notify({ kind: 'refused', text: `It could not be put into the clipboard: ${whole}` }),
                      );
                  }}
                >
                  Copy its address
                </Button>
                <Button component="a" href={`${path}?by=us`} target="_blank" rel="noreferrer">
                  Look at it
                </Button>
              </>
            )}
          </Foot>
        </>
      )}
    </Loaded>
  );
}
