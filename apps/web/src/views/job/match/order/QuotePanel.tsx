import { moneyEndpoints, urlOf } from '@udrel/contract/endpoints';
import { QUOTE_ACCEPTANCES } from '@udrel/core/facts';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type ReactNode } from 'react';
import type { JobView, QuoteView } from '@udrel/contract/types';
import { agreedPrice, jobTotal } from '@udrel/core/steps';
import { useAcceptQuoteMutation, useQuoteQuery, useWriteQuoteMutation } from '../../../../api/api';
import { moment } from '../../../../format/time';
import { money } from '../../../../format/units';
import { Foot, Loaded, Sheet, TroubleNote } from '../../../../ui';
import { PaperButton } from '../../../../ui/PaperButton';
import { QuoteLines } from '../../../../features/quote-lines/QuoteLines';
import { onceTaken } from '../../../../features/typed/typed';
import { PaymentsSheet } from '../../money/PaymentsSheet';
import styles from './match.module.css';

/** The quote of the whole order: as it stands, what was put to the customer, what they agreed to, and what they paid. */
export function QuotePanel({ job, side }: { job: JobView; side: ReactNode }) {
  const { currentData: data, error } = useQuoteQuery({ number: job.order });
  return (
    <div className={styles.grid}>
      <div className={styles.column}>{side}</div>
      <div className={styles.column}>
        <Loaded data={data} error={error} what="the quote">
          {(quote) => (
            <>
              <Now job={job} quote={quote} />
              <Versions quote={quote} />
              <PaymentsSheet quote={quote} />
            </>
          )}
        </Loaded>
      </div>
    </div>
  );
}

function Now({ job, quote }: { job: JobView; quote: QuoteView }) {
  const [accept, accepting] = useAcceptQuoteMutation();
  const [write, writing] = useWriteQuoteMutation();
  const [note, setNote] = useState('');
  const { order, now, changed, versions } = quote;
  const [latest] = versions;
  const asWritten = latest !== undefined && changed.length === 0;
  const agreed = agreedPrice(job.snapshot);
  const total = jobTotal(job.snapshot);
  const holds = agreed !== null && total <= agreed.amount;
  const busy = accepting.isLoading || writing.isLoading || job.closedAt !== null;
  return (
    <>
      <Sheet
        title={`Quote of order ${order}`}
        aside={
          asWritten ? `as in version ${latest.version}` : latest ? 'changed since it was written' : 'not written yet'
        }
      >
        <QuoteLines quote={now} />
        {job.snapshot.rates.hourly === 0 && <p className="sub">No hourly rate is set: the owner sets it under Shop.</p>}
        {quote.open.length > 0 && (
          <p className={styles.agreed}>Parts are not chosen yet for {quote.open.join(', ')}: it will cost more.</p>
        )}
        {!asWritten && latest && (
          <div className={styles.changed}>
            <b>Since version {latest.version}:</b>
            <ul>
              {changed.map((sentence) => (
                <li key={sentence}>{sentence}</li>
              ))}
            </ul>
          </div>
        )}
        <p className={styles.agreed} role="status">
          {agreed === null
            ? `Nobody has agreed to ${money(total)}, tax included, for ${job.tag} yet.`
            : `Agreed for ${job.tag}, tax included: ${money(agreed.amount)}, ${agreed.how}. ${holds ? 'It holds.' : `It costs ${money(total)} now: ask the customer.`}`}
        </p>
      </Sheet>
      <TroubleNote error={accepting.error ?? writing.error} />
      <Foot>
        <TextField
          label="What was said"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          disabled={job.closedAt !== null}
          sx={{ flex: '1 1 180px' }}
        />
        <PaperButton paper="quote" tag={job.tag}>
          Print
        </PaperButton>
        <Button disabled={busy || asWritten} onClick={() => void write({ number: order, body: { total: now.total } })}>
          Write version {(latest?.version ?? 0) + 1}
        </Button>
        {QUOTE_ACCEPTANCES.map((how) => (
          <Button
            key={how}
            variant={holds ? 'outlined' : 'contained'}
            disabled={busy || (asWritten && latest.acceptedHow === how)}
            onClick={() =>
              void accept({ number: order, body: { total: now.total, how, note } }).then(
                ({ error }) => error === undefined && setNote(onceTaken(note, '')),
              )
            }
          >
            Accepted {how}
          </Button>
        ))}
      </Foot>
    </>
  );
}

function Versions({ quote: { versions, order } }: { quote: QuoteView }) {
  if (versions.length === 0) return null;
  return (
    <Sheet title="Versions" aside="each stays as it was put to the customer">
      {versions.map((one) => (
        <details key={one.version} className={styles.holding}>
          <summary>
            <b>Version {one.version}</b>
            <span className="sub">
              {one.acceptedAt
                ? `accepted ${one.acceptedHow ?? ''} ${moment(one.acceptedAt)}, ${one.acceptedBy ?? ''}${one.note ? `: ${one.note}` : ''}`
                : one.declinedAt
                  ? `declined on their page ${moment(one.declinedAt)}, ${one.note}`
                  : `written ${moment(one.at)}, ${one.by}; not accepted`}
            </span>
            <span className="figure">{money(one.quote.total)}</span>
          </summary>
          <QuoteLines quote={one.quote} />
          <p>
            <a
              href={urlOf(moneyEndpoints.quotePaper, { number: order, version: one.version })}
              target="_blank"
              rel="noopener"
            >
              As it was put to the customer, PDF
            </a>
          </p>
        </details>
      ))}
    </Sheet>
  );
}
