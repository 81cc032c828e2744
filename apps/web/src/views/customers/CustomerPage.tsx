import { Link, useParams } from 'react-router';
import type { CallerOrder, CustomerCard } from '@udrel/contract/types';
import { useCustomerQuery } from '../../api/api';
import { dayOf, duration, moment } from '../../format/time';
import { money } from '../../format/units';
import { Empty, FactList, Loaded, Sheet, Tag } from '../../ui';
import { CustomerForm } from './CustomerForm';
import { Person } from './Person';
import { Said } from './Said';
import styles from './customers.module.css';

/** A customer: what to say to them now, and all that they have and had here. */
export default function CustomerPage() {
  const { id = '' } = useParams();
  const { currentData, error } = useCustomerQuery({ id });
  return (
    <Loaded data={currentData} error={error} what="the customer">
      {(card) => <Card key={card.id} card={card} />}
    </Loaded>
  );
}

function Card({ card }: { card: CustomerCard }) {
  const { name, phone, otherPhones, orders } = card;
  return (
    <>
      <title>{`${name}, Udrel`}</title>
      <header className={styles.head}>
        <h1>{name}</h1>
        <span className="mono">{[phone, ...otherPhones].filter(Boolean).join(', ') || 'no phone number'}</span>
      </header>
      <div className={styles.grid}>
        <div className={styles.column}>
          {orders.length === 0 && (
            <Sheet title="To say now">
              <Empty>Nothing of theirs is open.</Empty>
            </Sheet>
          )}
          {orders.map((order) => (
            <OrderSheet key={order.number} order={order} />
          ))}
          <Said card={card} />
        </div>
        <div className={styles.column}>
          <Money card={card} />
          <Here card={card} />
          <Devices card={card} />
          <Earlier card={card} />
          <CustomerForm card={card} />
          <Person card={card} />
        </div>
      </div>
    </>
  );
}

/** What is read aloud of an order: a sentence for each device, what it costs, when it is ready, what we ask. */
function OrderSheet({ order }: { order: CallerOrder }) {
  const { number, jobs, total, billed, open, paid, due, over } = order;
  return (
    <Sheet title={`Order ${number}`} aside={`${jobs.length} ${jobs.length === 1 ? 'device' : 'devices'} here`}>
      {jobs.map(({ tag, device, sentence, question, ready, promisedAt, readyIn }) => (
        <div key={tag} className={styles.job}>
          <p>
            <Link to={`/jobs/${tag}`}>
              <Tag tag={tag} />
            </Link>{' '}
            <b>{device}</b>
          </p>
          <p className={styles.sentence}>{sentence}</p>
          {question && (
            <p className={styles.question}>
              <span className="sub">Our question</span> {question}
            </p>
          )}
          <p className="sub">
            {ready
              ? 'ready to be fetched'
              : `${promisedAt ? `promised ${moment(promisedAt)}` : 'nothing was promised'}; ${duration(readyIn * 60)} of work are left`}
          </p>
        </div>
      ))}
      <FactList
        rows={[
          [billed ? 'billed' : 'costs', `${money(total)}${open ? ' so far: parts are still to be chosen' : ''}`],
          ['paid', money(paid)],
          // What is not known yet is owed by nobody.
          ...(open && !billed
            ? []
            : [(over > 0 ? ['to give back', money(over)] : ['due', money(due)]) as [string, string]]),
        ]}
      />
    </Sheet>
  );
}

/** What is owed of orders that are handed over; of those that no bill speaks of it is not known here. */
function Money({ card: { owed } }: { card: CustomerCard }) {
  const silent = owed.filter(({ by }) => by === 'not billed');
  const [latest] = silent;
  return (
    <Sheet title="Owed from before" aside={owed.length === 0 ? 'nothing' : undefined}>
      {owed
        .filter((one) => !silent.includes(one))
        .map(({ order, tag, by, due }) => (
          <p key={order} className={styles.row}>
            <Link to={`/jobs/${tag}/hand-over`}>Order {order}</Link>
            {due === null ? (
              <span className="sub">{by}</span>
            ) : (
              <span className="figure">{due > 0 ? money(due) : `${money(-due)} to give back`}</span>
            )}
          </p>
        ))}
      {latest && (
        <p className="sub">
          {silent.length === 1 ? 'One order was' : `${silent.length} orders were`} handed over without a bill, the last
          one <Link to={`/jobs/${latest.tag}/hand-over`}>order {latest.order}</Link>: what is owed stands there.
        </p>
      )}
    </Sheet>
  );
}

function Here({ card: { here } }: { card: CustomerCard }) {
  return (
    <Sheet title="Lies here" aside={here.length === 0 ? 'nothing' : `${here.length}`}>
      {here.map(({ what, tag, place }, index) => (
        <p key={index} className={styles.row}>
          <span>
            {what} <span className="sub">of {tag}</span>
          </span>
          <span>{place || 'no noted place'}</span>
        </p>
      ))}
    </Sheet>
  );
}

function Devices({ card: { devices } }: { card: CustomerCard }) {
  return (
    <Sheet title="Devices" aside={`${devices.length}`}>
      {devices.map(({ serial, model, jobs, tag }) => (
        <p key={serial} className={styles.row}>
          <span>
            {model} <span className="mono">{serial}</span>
          </span>
          <Link to={`/jobs/${tag}`}>{jobs === 1 ? tag : `${jobs} jobs, last ${tag}`}</Link>
        </p>
      ))}
    </Sheet>
  );
}

function Earlier({ card: { earlier, closed, name } }: { card: CustomerCard }) {
  return (
    <Sheet title="Jobs before" aside={`${closed}`}>
      {earlier.map(({ tag, device, closedAt, end }) => (
        <p key={tag} className={styles.row}>
          <span>
            <Link to={`/jobs/${tag}`}>{tag}</Link> {device}
            {end && <span className="sub"> {end}</span>}
          </span>
          <span>{dayOf(closedAt)}</span>
        </p>
      ))}
      {closed > earlier.length && (
        <p>
          <Link to={`/jobs?all=yes&text=${encodeURIComponent(name)}`}>All {closed} of them</Link>
        </p>
      )}
    </Sheet>
  );
}
