import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import type { PurchaseView, ToOrderView } from '@udrel/contract/types';
import { amount } from '@udrel/core/money';
import { useToOrderQuery } from '../../api/after';
import { calendarDay, dayOf, moment } from '../../format/time';
import { Empty, Foot, Loaded, Sheet, Tag } from '../../ui';
import { ArrivedDialog } from './ArrivedDialog';
import { LateDialog } from './LateDialog';
import { PlaceDialog } from './PlaceDialog';
import styles from './to-order.module.css';

/** What is to be ordered over all jobs and levels, by supplier, and what is on its way. */
export default function ToOrder() {
  const { data, error } = useToOrderQuery(undefined, { pollingInterval: 60_000, skipPollingIfUnfocused: true });
  return (
    <>
      <title>To order, Udrel</title>
      <div className={styles.head}>
        <h1>To order</h1>
        <Link to="/shelf">Shelf</Link>
      </div>
      <Loaded data={data} error={error} what="what is to be ordered">
        {(view) => <Everything view={view} />}
      </Loaded>
    </>
  );
}

type Doing = { what: 'place'; supplier: string } | { what: 'arrived' | 'late'; id: string };

function Everything({ view }: { view: ToOrderView }) {
  const [doing, setDoing] = useState<Doing | null>(null);
  const close = () => setDoing(null);
  const placing = doing?.what === 'place' && view.suppliers.find(({ supplier }) => supplier === doing.supplier);
  const purchase = doing && doing.what !== 'place' ? view.purchases.find(({ id }) => id === doing.id) : undefined;
  return (
    <div className={styles.all}>
      {view.suppliers.length === 0 && (
        <Sheet>
          <Empty>Nothing is to be ordered: no job waits for a part, and nothing is below its level.</Empty>
        </Sheet>
      )}
      {view.suppliers.map((one) => (
        <Sheet
          key={one.supplier}
          title={one.supplier || 'Supplier not known'}
          aside={`${one.lines.length} ${one.lines.length === 1 ? 'part' : 'parts'}`}
        >
          <Lines lines={one.lines} />
          <Foot>
            <Button variant="contained" onClick={() => setDoing({ what: 'place', supplier: one.supplier })}>
              Order it …
            </Button>
          </Foot>
        </Sheet>
      ))}
      <h2>On its way</h2>
      {view.purchases.length === 0 && <p className="sub">Nothing is on its way.</p>}
      {view.purchases.map((one) => (
        <OnItsWay
          key={one.id}
          purchase={one}
          arrived={() => setDoing({ what: 'arrived', id: one.id })}
          late={() => setDoing({ what: 'late', id: one.id })}
        />
      ))}
      {placing && <PlaceDialog supplier={placing} close={close} />}
      {purchase && doing?.what === 'arrived' && <ArrivedDialog purchase={purchase} close={close} />}
      {purchase && doing?.what === 'late' && <LateDialog purchase={purchase} close={close} />}
    </div>
  );
}

function Lines({ lines }: { lines: ToOrderView['suppliers'][number]['lines'] }) {
  return (
    <table>
      <thead>
        <tr>
          <th>Part</th>
          <th>Number</th>
          <th className={styles.figure}>For jobs</th>
          <th className={styles.figure}>For the shelf</th>
          <th className={styles.figure}>Each</th>
          <th>What waits</th>
        </tr>
      </thead>
      <tbody>
        {lines.map(({ partId, name, partNumber, jobs, short, free, level, price }) => (
          <tr key={partId}>
            <td>{name}</td>
            <td className="mono">{partNumber}</td>
            <td className={styles.figure}>{jobs.reduce((sum, { count }) => sum + count, 0) || '–'}</td>
            <td className={styles.figure}>
              {short > 0 ? (
                <>
                  {short}{' '}
                  <span className="sub">
                    ({free} free, level {level})
                  </span>
                </>
              ) : (
                '–'
              )}
            </td>
            <td className={styles.figure}>{amount(price)}</td>
            <td>
              <Jobs jobs={jobs} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Jobs({ jobs }: { jobs: PurchaseView['lines'][number]['jobs'] }) {
  if (jobs.length === 0) return <span className="sub">nothing, the level</span>;
  return (
    <ul className={styles.jobs}>
      {jobs.map(({ order, tag, customer, since, promisedAt }) => (
        <li key={order}>
          <Tag tag={tag} /> {customer}{' '}
          <span className="sub">
            since {dayOf(since)}
            {promisedAt ? `, promised ${moment(promisedAt)}` : ''}
          </span>
        </li>
      ))}
    </ul>
  );
}

function OnItsWay(props: { purchase: PurchaseView; arrived: () => void; late: () => void }) {
  const { purchase, arrived, late } = props;
  const { number, supplier, orderedAt, expected, lateDays, lines } = purchase;
  return (
    <Sheet
      title={`${supplier}, order ${number}`}
      aside={
        <>
          ordered {dayOf(orderedAt)}, expected {calendarDay(expected)}
          {lateDays > 0 && <b className="danger">, {lateDays === 1 ? '1 day' : `${lateDays} days`} late</b>}
        </>
      }
    >
      <table>
        <tbody>
          {lines.map((line) => (
            <tr key={line.partId}>
              <td>{line.name}</td>
              <td className="mono">{line.partNumber}</td>
              <td className={styles.figure}>{leftOf(line)} to come</td>
              <td>
                <Jobs jobs={line.jobs} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Foot>
        <Button onClick={late}>Comes later …</Button>
        <Button variant="contained" onClick={arrived}>
          Came …
        </Button>
      </Foot>
    </Sheet>
  );
}

/** Pieces that are still to come: for jobs, and for the shelf. */
export const leftOf = ({ jobs, count, came }: PurchaseView['lines'][number]): number =>
  jobs.reduce((sum, one) => sum + one.count, 0) + count - came;
