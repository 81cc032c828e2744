import Button from '@mui/material/Button';
import { useState } from 'react';
import { moneyEndpoints, urlOf } from '@udrel/contract/endpoints';
import { may } from '@udrel/contract/permissions';
import type { BillView, QuoteView } from '@udrel/contract/types';
import { useSessionQuery } from '../../../api/api';
import { typedValue } from '../../../features/typed/typed';
import { calendarDay } from '../../../format/time';
import { money } from '../../../format/units';
import { Empty, Foot, Sheet } from '../../../ui';
import { BillForm } from './BillForm';
import { CreditDialog } from './CreditDialog';
import styles from './bill.module.css';

/** Bills and credit notes of an order; while it is not billed, the bill to be issued. */
export function BillSheet({ quote }: { quote: QuoteView }) {
  const { bills, billed, order, open } = quote;
  const begun = typedValue({ address: `/orders/${order}`, what: 'bill', field: 'lines' }) !== null;
  const [writing, setWriting] = useState(begun);
  const [taking, setTaking] = useState<BillView | null>(null);
  const role = useSessionQuery().data?.staff?.role;
  return (
    <Sheet title="Bill" aside={billed === null ? `order ${order}, not billed` : `order ${order}, ${money(billed)}`}>
      {bills.length === 0 && !writing && <Empty>Nothing was billed yet.</Empty>}
      {bills.map((one) => (
        <div key={one.id} className={styles.bill} role="group" aria-label={titleOf(one)}>
          <span>
            <b>{titleOf(one)}</b>, {calendarDay(one.issued)}
            {one.kind === 'bill' && (
              <span className="sub">
                {' '}
                to be paid until {calendarDay(one.due)}, by {one.by}
              </span>
            )}
            {one.reason && <span className="sub">: {one.reason}</span>}
            {one.kind === 'bill' && one.left === 0 && <span className="sub">; taken back</span>}
            {one.broken.length > 0 && <span className="sub"> No invoice file: {one.broken.join(' ')}</span>}
          </span>
          <span className="figure">{money(one.kind === 'bill' ? one.total : -one.total)}</span>
          <span className={styles.deeds}>
            <Button
              size="small"
              component="a"
              target="_blank"
              rel="noopener"
              href={urlOf(moneyEndpoints.billPaper, { id: one.id })}
            >
              Paper
            </Button>
            {one.broken.length === 0 && (
              <Button size="small" component="a" href={urlOf(moneyEndpoints.billInvoice, { id: one.id })}>
                Invoice file
              </Button>
            )}
            {one.left > 0 && may(role, 'give money back') && (
              <Button size="small" onClick={() => setTaking(one)}>
                Take back …
              </Button>
            )}
          </span>
        </div>
      ))}
      {taking && <CreditDialog order={order} bill={taking} close={() => setTaking(null)} />}
      {billed === null &&
        (writing ? (
          <BillForm quote={quote} away={() => setWriting(false)} />
        ) : (
          <Foot note={open.length > 0 ? `Parts are not chosen yet for ${open.join(', ')}.` : undefined}>
            <Button disabled={open.length > 0} onClick={() => setWriting(true)}>
              {bills.length > 0 ? 'Write the corrected bill' : 'Write the bill'}
            </Button>
          </Foot>
        ))}
    </Sheet>
  );
}

const titleOf = ({ kind, number }: BillView) => `${kind === 'bill' ? 'Bill' : 'Credit note'} ${number}`;
