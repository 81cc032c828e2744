import Button from '@mui/material/Button';
import { shopEndpoints } from '@udrel/contract/endpoints';
import type { CustomerCard } from '@udrel/contract/types';
import { useSayToCustomerMutation } from '../../api/api';
import { Field, FormTrouble } from '../../features/form/Field';
import { useKeptForm } from '../../features/form/kept-form';
import { fullMoment } from '../../format/time';
import { Empty, Sheet } from '../../ui';
import styles from './customers.module.css';

/** What was said on the phone or at the counter, in a line; of which job, where it was of one. */
export function Said({ card }: { card: CustomerCard }) {
  const where = { address: `/customers/${card.id}`, what: 'said' };
  const [say, { error, isLoading }] = useSayToCustomerMutation();
  const tags = card.orders.flatMap(({ jobs }) => jobs.map(({ tag }) => tag));
  const begin = { text: '', tag: tags.length === 1 ? (tags[0] ?? '') : '' };
  const form = useKeptForm(where, {
    begin,
    read: ({ text, tag }) => ({ ok: true, body: { text, tag: tag || null } }),
    shape: shopEndpoints.sayToCustomer.body,
    error,
  });
  const send = form.handleSubmit(async (body) => {
    if (!(await say({ id: card.id, body })).error && form.taken()) form.reset(begin);
  });
  return (
    <Sheet title="What was said">
      <form className={styles.saying} onSubmit={(event) => void send(event)}>
        <Field form={form} name="text" label="In a line" />
        <Field form={form} name="tag" label="About" choices={[['', 'all of it'], ...tags]} />
        <Button type="submit" disabled={isLoading}>
          Keep it
        </Button>
      </form>
      <FormTrouble form={form} />
      {card.said.length === 0 && <Empty>Nothing was kept yet.</Empty>}
      {card.said.map(({ id, text, by, at, tag }) => (
        <p key={id} className={styles.row}>
          <span>
            {text} {tag && <span className="mono sub">{tag}</span>}
          </span>
          <span className="sub">
            {fullMoment(at)}, {by}
          </span>
        </p>
      ))}
    </Sheet>
  );
}
