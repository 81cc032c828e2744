import UploadFileOutlined from '@mui/icons-material/UploadFileOutlined';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { customerDetails } from '@udrel/contract/shapes';
import type { BroughtIn, CustomerDetails } from '@udrel/contract/types';
import type { CardPerson } from '@udrel/core/vcard';
import { useBringInCustomersMutation } from '../../api/api';
import { TroubleNote } from '../../ui';
import styles from './customers.module.css';

/** As many as are sent at once. */
const AT_ONCE = 200;

/** A person of a card as a customer; where they live as far as it fits. */
function detailsOf({ phones: [phone = '', ...otherPhones], ...card }: CardPerson): CustomerDetails {
  return { ...card, phone, otherPhones: otherPhones.slice(0, 10), taxId: '', tellBy: '' };
}

/** Brings customers in from a file of vCards: what it holds is shown first; who is known already is told. */
export function BringInCards() {
  const input = useRef<HTMLInputElement>(null);
  const [read, setRead] = useState<{ people: CustomerDetails[]; problems: string[] } | null>(null);
  const [done, setDone] = useState<BroughtIn | null>(null);
  const [bringIn, { error, isLoading }] = useBringInCustomersMutation();

  async function open(file: File | undefined): Promise<void> {
    if (input.current) input.current.value = '';
    if (!file) return;
    // What reads and checks them is loaded with the first file.
    const [{ readVCards }, { validate }] = await Promise.all([
      import('@udrel/core/vcard'),
      import('@udrel/contract/validate'),
    ]);
    const found = readVCards(await file.text());
    const people: CustomerDetails[] = [];
    const problems = [...found.problems];
    for (const one of found.people.map(detailsOf)) {
      const checked = validate(customerDetails, one);
      if (checked.ok) people.push(one);
      else problems.push(`${one.name}: ${checked.problems[0]?.field ?? ''} – ${checked.problems[0]?.sentence ?? ''}`);
    }
    setDone(null);
    setRead({ people, problems });
  }

  async function take(people: readonly CustomerDetails[]): Promise<void> {
    const sum: BroughtIn = { added: 0, known: [] };
    for (let from = 0; from < people.length; from += AT_ONCE) {
      const answer = await bringIn({ body: { customers: people.slice(from, from + AT_ONCE) } });
      if (answer.error || !answer.data) return;
      sum.added += answer.data.added;
      sum.known.push(...answer.data.known);
    }
    setDone(sum);
  }

  const close = () => setRead(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        hidden
        accept=".vcf,text/vcard"
        aria-label="vCard file"
        onChange={(event) => void open(event.target.files?.[0])}
      />
      <Button startIcon={<UploadFileOutlined />} onClick={() => input.current?.click()}>
        Bring in vCards …
      </Button>
      {read && (
        <Dialog open onClose={close} fullWidth maxWidth="sm">
          <DialogTitle>Bring in customers</DialogTitle>
          <DialogContent>
            {done ? (
              <Done done={done} />
            ) : (
              read.people.map((one, index) => (
                <p key={index} className={styles.row}>
                  <span>{one.name}</span>
                  <span className="mono sub">{one.phone || one.email || 'no number'}</span>
                </p>
              ))
            )}
            {!done &&
              read.problems.map((one) => (
                <p key={one} className="danger">
                  {one}
                </p>
              ))}
            <TroubleNote error={error} />
          </DialogContent>
          <DialogActions>
            <Button onClick={close}>{done ? 'Close' : 'Not now'}</Button>
            {!done && (
              <Button
                variant="contained"
                disabled={isLoading || read.people.length === 0}
                onClick={() => void take(read.people)}
              >
                Bring in {read.people.length}
              </Button>
            )}
          </DialogActions>
        </Dialog>
      )}
    </>
  );
}

function Done({ done: { added, known } }: { done: BroughtIn }) {
  return (
    <>
      <p role="status">
        {added} {added === 1 ? 'customer was' : 'customers were'} added.
      </p>
      {known.length > 0 && <p>Known already, and left as they are:</p>}
      {known.map(({ given, id, name }) => (
        <p key={`${id}${given}`} className={styles.row}>
          <span>{given}</span>
          <Link to={`/customers/${id}`}>{name}</Link>
        </p>
      ))}
    </>
  );
}
