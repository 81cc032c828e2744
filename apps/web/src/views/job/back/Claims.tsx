import Button from '@mui/material/Button';
import { returnEndpoints } from '@udrel/contract/endpoints';
import type { ReactNode } from 'react';
import type { JobView } from '@udrel/contract/types';
import { useClaimsInfiniteQuery, useOpenClaimMutation } from '../../../api/after';
import { useSupplierNames } from '../../../features/pickers/SupplierNames';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useKeptForm } from '../../../features/form/kept-form';
import { dayOf } from '../../../format/time';
import { Foot, Loaded, Sheet } from '../../../ui';
import styles from '../../../features/job/job.module.css';

/** What is filled in for the first claim at once, for another one press away. */
function More({ folded, children }: { folded: boolean; children: ReactNode }) {
  if (!folded) return children;
  return (
    <details>
      <summary>Claim another part</summary>
      {children}
    </details>
  );
}

/** What is claimed of a supplier for a part of this job. */
export function Claims({ job }: { job: JobView }) {
  const { tag } = job;
  const where = { address: `/jobs/${tag}/claim`, what: 'claim' };
  const claims = useClaimsInfiniteQuery({ find: tag });
  const [open, { error, isLoading }] = useOpenClaimMutation();
  const suppliers = useSupplierNames();
  const begin = { supplier: '', what: '', serial: job.snapshot.facts['return cause']?.serial ?? '', note: '' };
  const form = useKeptForm(where, {
    begin,
    read: (body) => ({ ok: true, body }),
    shape: returnEndpoints.openClaim.body,
    error,
  });
  const send = form.handleSubmit(async (body) => {
    if (!(await open({ tag, body })).error && form.taken()) form.reset(begin);
  });
  return (
    <Sheet title="Claimed of the supplier">
      <Loaded data={claims.data?.pages.flatMap(({ rows }) => rows)} error={claims.error} what="what is claimed">
        {(known) => (
          <ul className={styles.told}>
            {known.map(({ id, supplier, what, serial, state, at }) => (
              <li key={id}>
                {what} <span className="mono">{serial}</span>{' '}
                <span className="sub">
                  of {supplier}, {state}, since {dayOf(at)}
                </span>
              </li>
            ))}
          </ul>
        )}
      </Loaded>
      <More folded={claims.data?.pages.some(({ rows }) => rows.length > 0) ?? false}>
        <form onSubmit={(event) => void send(event)}>
          <div className={styles.fields}>
            <Field form={form} name="supplier" label="Supplier" html={{ list: suppliers.list }} />
            {suppliers.names}
            <Field form={form} name="what" label="Part" />
            <Field form={form} name="serial" label="Its serial" serial />
            <Field form={form} name="note" label="What it does, or does not" className={styles.wide ?? ''} />
          </div>
          <FormTrouble form={form} />
          <Foot>
            <Button type="submit" disabled={isLoading}>
              Claim it
            </Button>
          </Foot>
        </form>
      </More>
    </Sheet>
  );
}
