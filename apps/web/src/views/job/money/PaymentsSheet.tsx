import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { PaymentView, QuoteView } from '@udrel/contract/types';
import { moneyEndpoints, urlOf } from '@udrel/contract/endpoints';
import { may } from '@udrel/contract/permissions';
import { PAYMENT_WAYS, type PaymentWay } from '@udrel/core/quote';
import { usePayMutation, useSessionQuery } from '../../../api/api';
import { fieldTrouble, troubleOf } from '../../../api/problem';
import { onceTaken } from '../../../features/typed/typed';
import { fullMoment } from '../../../format/time';
import { minorOf, money } from '../../../format/units';
import { Empty, Foot, Sheet, TroubleNote } from '../../../ui';
import { CorrectPayment } from './CorrectPayment';
import styles from './money.module.css';

/** What is paid of an order and what is due, in a few words; all amounts with tax. */
export function standOf({ paid, due, over }: Pick<QuoteView, 'paid' | 'due' | 'over'>): string {
  const rest = over > 0 ? `${money(over)} to give back` : `due ${money(due)}`;
  return `paid ${money(paid)}, ${rest}, tax included`;
}

/** Money taken for an order, deposit or rest, also after it was handed over. */
export function PaymentsSheet({ quote }: { quote: QuoteView }) {
  const [correcting, setCorrecting] = useState<PaymentView | null>(null);
  const role = useSessionQuery().data?.staff?.role;
  return (
    <Sheet title="Deposit and payments" aside={standOf(quote)}>
      {quote.payments.length === 0 && <Empty>Nothing was paid yet.</Empty>}
      {quote.payments.map((one) => (
        <div key={one.id} className={styles.payment}>
          <span>
            {one.corrects !== null && <b>{one.amount < 0 ? 'Given back ' : 'Put right '}</b>}
            {fullMoment(one.at)}, {one.how}, {one.by}
            {one.reason && <span className="sub">: {one.reason}</span>}
          </span>
          <a href={urlOf(moneyEndpoints.paymentReceipt, { id: one.id })} target="_blank" rel="noopener">
            receipt
          </a>
          <span className="figure">{money(one.amount)}</span>
          {one.left > 0 && may(role, 'give money back') ? (
            <Button size="small" onClick={() => setCorrecting(one)}>
              Put right
            </Button>
          ) : (
            <span />
          )}
        </div>
      ))}
      {correcting && <CorrectPayment order={quote.order} payment={correcting} close={() => setCorrecting(null)} />}
      <TakePayment quote={quote} />
    </Sheet>
  );
}

function TakePayment({ quote }: { quote: QuoteView }) {
  const [pay, { error, isLoading }] = usePayMutation();
  const [typed, setTyped] = useState('');
  const [how, setHow] = useState<PaymentWay>('card');
  const amount = minorOf(typed);
  const beyond = troubleOf(error)?.problem?.code === 'more-than-due';
  const wrong = amount === undefined ? 'An amount such as 40.00' : fieldTrouble(error, 'amount');
  const take = async (moreThanDue: boolean) => {
    if (!amount) return;
    const done = await pay({ number: quote.order, body: { amount, how, ...(moreThanDue ? { moreThanDue } : {}) } });
    if (!done.error) setTyped(onceTaken(typed, ''));
  };
  return (
    <>
      {!beyond && !fieldTrouble(error, 'amount') && <TroubleNote error={error} />}
      <Foot note={quote.due > 0 && typed === '' ? `${money(quote.due)} is due` : undefined}>
        <TextField
          label="Amount taken"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          error={wrong !== undefined}
          helperText={wrong}
          sx={{ width: 150 }}
        />
        <TextField
          label="How"
          value={how}
          select
          onChange={(event) => setHow(event.target.value as PaymentWay)}
          sx={{ width: 130 }}
          slotProps={{ select: { native: true } }}
        >
          {PAYMENT_WAYS.map((way) => (
            <option key={way} value={way}>
              {way}
            </option>
          ))}
        </TextField>
        {beyond ? (
          <Button color="error" disabled={isLoading || !amount} onClick={() => void take(true)}>
            {amount ? money(amount) : 'It'} is meant
          </Button>
        ) : (
          <Button disabled={isLoading || !amount} onClick={() => void take(false)}>
            Take it
          </Button>
        )}
      </Foot>
    </>
  );
}
