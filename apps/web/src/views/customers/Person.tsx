import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { shopEndpoints, urlOf } from '@udrel/contract/endpoints';
import { may } from '@udrel/contract/permissions';
import type { CustomerCard } from '@udrel/contract/types';
import { useEraseCustomerMutation, useErasureQuery, useMergeCustomersMutation, useSessionQuery } from '../../api/api';
import { CustomerField, type CustomerDraft } from '../../features/pickers/CustomerField';
import { notify } from '../../features/notices/notify';
import { Foot, Loaded, Sheet, TroubleNote } from '../../ui';
import styles from './customers.module.css';

/** What is kept of a person: handed out, made one with a double, erased. */
export function Person({ card }: { card: CustomerCard }) {
  const role = useSessionQuery().data?.staff?.role;
  const [open, setOpen] = useState<'merge' | 'erase' | null>(null);
  const { id } = card;
  const close = () => setOpen(null);
  return (
    <Sheet title="What is kept of them">
      <Foot>
        {may(role, 'correct a booking') && (
          <>
            <Button component="a" href={urlOf(shopEndpoints.vCardExport, { id })}>
              As vCard
            </Button>
            <Button component="a" href={urlOf(shopEndpoints.personExport, { id })}>
              All of it as a file
            </Button>
          </>
        )}
        {may(role, 'merge and erase customers') && (
          <>
            <Button onClick={() => setOpen('merge')}>Is the same as …</Button>
            <Button onClick={() => setOpen('erase')}>Erase …</Button>
          </>
        )}
      </Foot>
      {open === 'merge' && <Merge card={card} close={close} />}
      {open === 'erase' && <Erase card={card} close={close} />}
    </Sheet>
  );
}

const NOBODY: CustomerDraft = { customer: null, name: '', phone: '' };

function Merge({ card, close }: { card: CustomerCard; close: () => void }) {
  const [merge, { error, isLoading }] = useMergeCustomersMutation();
  const [draft, setDraft] = useState(NOBODY);
  const other = draft.customer;
  const same = other?.id === card.id;
  const send = async () => {
    if (!other) return;
    if ((await merge({ id: card.id, body: { from: other.id } })).error) return;
    notify({ kind: 'recorded', text: `${other.name} is ${card.name} now.` });
    close();
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>{card.name} is the same as …</DialogTitle>
      <DialogContent>
        <div className={styles.fields}>
          <CustomerField
            draft={draft}
            change={(part) => setDraft({ ...draft, ...part })}
            trouble={() => (same ? 'This is the same customer already.' : undefined)}
          />
        </div>
        <p>
          {other && !same
            ? `Jobs, bills, devices, numbers and all that was said of ${other.name} (${other.phone || 'no number'}) become those of ${card.name}. There is no way back.`
            : 'Choose the other one from the list.'}
        </p>
        <TroubleNote error={error} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Not now</Button>
        <Button variant="contained" disabled={!other || same || isLoading} onClick={() => void send()}>
          They are the same
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Erase({ card, close }: { card: CustomerCard; close: () => void }) {
  const { currentData, error } = useErasureQuery({ id: card.id });
  const [erase, erasing] = useEraseCustomerMutation();
  const [name, setName] = useState('');
  const send = async () => {
    if ((await erase({ id: card.id, body: { name } })).error) return;
    notify({ kind: 'recorded', text: 'It is erased.' });
    close();
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>Erase {card.name}</DialogTitle>
      <DialogContent>
        <Loaded data={currentData} error={error} what="what that comes to">
          {({ refused, goes, stays }) =>
            refused.length > 0 ? (
              <>
                <p>Not yet:</p>
                <List of={refused} />
              </>
            ) : (
              <>
                <p>Goes:</p>
                <List of={goes} />
                {stays.length > 0 && (
                  <>
                    <p>Stays:</p>
                    <List of={stays} />
                  </>
                )}
                <TextField
                  label={`Type ${card.name} to say that it is they`}
                  value={name}
                  onChange={(event) => setName(event.target.value)}
                  fullWidth
                />
              </>
            )
          }
        </Loaded>
        <TroubleNote error={erasing.error} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Not now</Button>
        <Button
          variant="contained"
          disabled={erasing.isLoading || !currentData || currentData.refused.length > 0 || name.trim() === ''}
          onClick={() => void send()}
        >
          Erase them
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function List({ of }: { of: readonly string[] }) {
  return (
    <ul>
      {of.map((one) => (
        <li key={one}>{one}</li>
      ))}
    </ul>
  );
}
