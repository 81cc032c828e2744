import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { FeedLinksView } from '@udrel/contract/types';
import { useFeedsQuery, useMakeFeedMutation } from '../../api/after';
import { dayOf } from '../../format/time';
import { Loaded, TroubleNote } from '../../ui';
import styles from './diary.module.css';

/** The private addresses under which another calendar reads the diary. */
export function CalendarLinks({ close }: { close: () => void }) {
  const { data, error } = useFeedsQuery();
  return (
    <Dialog open onClose={close} aria-label="In another calendar" fullWidth maxWidth="sm">
      <DialogTitle>In another calendar</DialogTitle>
      <DialogContent>
        <p className="sub">
          A calendar that is given one of these addresses reads the diary. Whoever holds an address reads it too: make
          it anew if it got about.
        </p>
        <Loaded data={data} error={error} what="the addresses">
          {(feeds) => (
            <>
              <Feed name="What my hands do" of="me" feed={feeds.own} />
              <Feed name="Who comes, and what is promised" of="shop" feed={feeds.shop} />
            </>
          )}
        </Loaded>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

function Feed({ name, of, feed }: { name: string; of: 'me' | 'shop'; feed: FeedLinksView['own'] }) {
  const [make, { error, isLoading }] = useMakeFeedMutation();
  const renew = (none: boolean) => void make({ body: { of, none } });
  const whole = feed && (feed.address ?? new URL(feed.path, window.location.href).href);
  return (
    <section aria-label={name} className={styles.feed}>
      <h3>{name}</h3>
      {feed && whole ? (
        <>
          <input readOnly value={whole} aria-label={`Address of ${name}`} onFocus={({ target }) => target.select()} />
          <span className="sub">made {dayOf(feed.madeAt)}</span>
          <Button disabled={isLoading} onClick={() => renew(false)}>
            Make it anew
          </Button>
          <Button disabled={isLoading} onClick={() => renew(true)}>
            End it
          </Button>
        </>
      ) : (
        <Button disabled={isLoading} onClick={() => renew(false)}>
          Make an address
        </Button>
      )}
      <TroubleNote error={error} />
    </section>
  );
}
