import Button from '@mui/material/Button';
import { fetchBaseQuery } from '@reduxjs/toolkit/query';
import { useEffect, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { addressOf, API_BASE, PAIRING_HEADER, photoEndpoints } from '@udrel/contract/endpoints';
import type { PairedView, Problem } from '@udrel/contract/types';
import { PhotoButton } from '../../features/photos/PhotoButton';
import styles from './pair.module.css';

const request = fetchBaseQuery({ baseUrl: API_BASE, headers: { accept: 'application/json' } });
type Answer<T> = { data: T } | { sentence: string };

async function post<T>(url: string, body: unknown, headers: Record<string, string> = {}): Promise<Answer<T>> {
  const { data, error } = await request({ url, method: 'POST', body, headers }, AS_A_QUERY, {});
  if (!error) return { data: data as T };
  const told = 'data' in error ? (error.data as Partial<Problem> | undefined)?.detail : undefined;
  return { sentence: told ?? 'The shop is not reached. Try again.' };
}

const AS_A_QUERY = { endpoint: '', type: 'query', signal: new AbortController().signal } as never;

/** What opens a pairing is kept for this tab: a reload must not open it a second time. */
const keptAs = (token: string) => `udrel.pairing.${token}`;

async function opened(token: string): Promise<Answer<PairedView>> {
  const kept = sessionStorage.getItem(keptAs(token));
  if (kept) return { data: JSON.parse(kept) as PairedView };
  const answer = await post<PairedView>(addressOf(photoEndpoints.openPairing, { token }), {});
  if ('data' in answer) sessionStorage.setItem(keptAs(token), JSON.stringify(answer.data));
  return answer;
}

/** On a phone beside the screen: photographs of one station of one job, and nothing else. */
export default function PairPage() {
  const { token = '' } = useParams();
  const [paired, setPaired] = useState<Answer<PairedView>>();
  const [sent, setSent] = useState(0);
  const [left, setLeft] = useState<Blob[]>([]);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState('');
  const asked = useRef(false);
  useEffect(() => {
    // Once: the second time it is refused.
    if (asked.current) return;
    asked.current = true;
    void opened(token).then(setPaired);
  }, [token]);

  async function send(files: Blob[]): Promise<void> {
    if (!paired || !('data' in paired)) return;
    setBusy(true);
    setTrouble('');
    let open = [...left, ...files];
    for (const file of [...open]) {
      const body = new FormData();
      body.append('photo', file);
      const answer = await post(addressOf(photoEndpoints.sendFromPhone, { token }), body, {
        [PAIRING_HEADER]: paired.data.key,
      });
      if ('sentence' in answer) {
        setTrouble(answer.sentence);
        break;
      }
      open = open.filter((one) => one !== file);
      setSent((now) => now + 1);
    }
    setLeft(open);
    setBusy(false);
  }

  if (!paired) return <main className={styles.page}>Opening …</main>;
  if ('sentence' in paired)
    return (
      <main className={styles.page}>
        <p role="alert">{paired.sentence}</p>
      </main>
    );
  const { tag, device, station, until } = paired.data;
  return (
    <main className={styles.page}>
      <h1>
        {tag}, {station}
      </h1>
      <p>{device}</p>
      <PhotoButton
        label="Photograph to send"
        words="Take a photograph"
        busy={busy}
        send={(files) => void send(files)}
        button={{ variant: 'contained', size: 'large', fullWidth: true }}
      />
      {trouble && <p role="alert">{trouble}</p>}
      {left.length > 0 && !busy && (
        <Button fullWidth onClick={() => void send([])}>
          Send {left.length} again
        </Button>
      )}
      <p role="status">{sent === 0 ? 'Nothing sent yet.' : `${sent} sent.`}</p>
      <p className="sub">Until {new Date(until).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}.</p>
    </main>
  );
}
