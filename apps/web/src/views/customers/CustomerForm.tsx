import Button from '@mui/material/Button';
import { shopEndpoints } from '@udrel/contract/endpoints';
import { may } from '@udrel/contract/permissions';
import type { CustomerCard, CustomerDetails } from '@udrel/contract/types';
import { useChangeCustomerMutation, useSessionQuery } from '../../api/api';
import { Field, FormTrouble } from '../../features/form/Field';
import { PartyFields } from '../../features/form/PartyFields';
import { useKeptForm } from '../../features/form/kept-form';
import type { Read } from '../../features/form/shaped-form';
import { codeOf } from '../../format/units';
import { Foot, Sheet } from '../../ui';
import styles from './customers.module.css';

/** How a customer is called, reached and found. */
export function CustomerForm({ card }: { card: CustomerCard }) {
  const role = useSessionQuery().data?.staff?.role;
  return (
    <Sheet title="How they are called and reached">
      {may(role, 'correct a booking') && <Details key={JSON.stringify(detailsOf(card))} card={card} />}
    </Sheet>
  );
}

function detailsOf({ name, phone, otherPhones, email, street, postcode, town, country, taxId, tellBy }: CustomerCard) {
  return { name, phone, otherPhones: otherPhones.join(', '), email, street, postcode, town, country, taxId, tellBy };
}

function Details({ card }: { card: CustomerCard }) {
  const where = { address: `/customers/${card.id}`, what: 'details' };
  const [change, { error, isLoading, isSuccess }] = useChangeCustomerMutation();
  const form = useKeptForm(where, {
    begin: detailsOf(card),
    read: ({ otherPhones, country, ...rest }): Read<CustomerDetails> => {
      const numbers = otherPhones.split(/[,;]/).map((one) => one.trim());
      return {
        ok: true,
        body: { ...rest, country: codeOf(country), otherPhones: numbers.filter((one) => one !== '') },
      };
    },
    shape: shopEndpoints.changeCustomer.body,
    nameOf: (field) => field.replace(/^otherPhones\.\d+$/, 'otherPhones'),
    error,
  });
  const save = form.handleSubmit(async (body) => {
    if (!(await change({ id: card.id, body })).error) form.taken();
  });
  return (
    <form onSubmit={(event) => void save(event)}>
      <div className={styles.fields}>
        <Field form={form} name="name" label="Name" />
        <Field form={form} name="email" label="Mail" />
        <Field form={form} name="phone" label="Phone" />
        <Field
          form={form}
          name="tellBy"
          label="Told by"
          choices={[['', 'mail, else a call'], 'mail', 'text', 'phone']}
        />
        <Field form={form} name="otherPhones" label="Further numbers" help="with a comma between them" />
        <PartyFields form={form} />
      </div>
      <FormTrouble form={form} />
      <Foot note={isSuccess ? 'Noted.' : undefined}>
        <Button type="submit" disabled={isLoading}>
          Note it
        </Button>
      </Foot>
    </form>
  );
}
