import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useDeferredValue, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { returnEndpoints, urlOf } from '@udrel/contract/endpoints';
import { CLAIM_SORTS, CLAIM_STATES, type ClaimSort } from '@udrel/contract/shapes';
import type { ClaimFilter, ClaimView } from '@udrel/contract/types';
import { useClaimCountQuery, useClaimsInfiniteQuery, useSettleClaimMutation } from '../../api/after';
import { Field, FormTrouble } from '../../features/form/Field';
import { useShapedForm } from '../../features/form/shaped-form';
import { readingOf } from '../../features/list/filter-words';
import { ChosenFilter, TickedFilter, TypedFilter } from '../../features/list/filters';
import { List } from '../../features/list/List';
import type { Column } from '../../features/list/ListTable';
import { fileOf, orderIn, sortOf } from '../../features/list/order';
import { dayOf } from '../../format/time';
import { FactList, Tag } from '../../ui';
import styles from '../../features/list/list-table.module.css';
import moneyStyles from './money.module.css';

const FIELDS = ['find', 'state', 'open'] as const;

function filterOf(given: URLSearchParams): ClaimFilter {
  const { text, known, tick } = readingOf(given);
  return { ...text('find'), ...known('state', CLAIM_STATES), ...tick('open') };
}

const COLUMNS: readonly Column<ClaimView, ClaimSort>[] = [
  { id: 'opened', title: 'Since', by: 'opened', width: 130, always: true, cell: ({ at }) => dayOf(at) },
  { id: 'tag', title: 'Job', width: 92, cell: ({ tag }) => <Tag tag={tag} /> },
  { id: 'supplier', title: 'Supplier', by: 'supplier', width: 190, cell: ({ supplier }) => supplier },
  {
    id: 'what',
    title: 'Part',
    cell: ({ what, serial }) => (
      <>
        {what} <span className="mono sub">{serial}</span>
      </>
    ),
  },
  {
    id: 'fitted',
    title: 'Handed over',
    width: 140,
    figure: true,
    cell: ({ fittedAt }) => (fittedAt ? dayOf(fittedAt) : 'not known'),
  },
  {
    id: 'state',
    title: 'State',
    width: 200,
    cell: ({ state, settledAt }) => `${state}${settledAt ? ` ${dayOf(settledAt)}` : ''}`,
  },
];

/** What the shop claims of its suppliers for parts that came back under guarantee. */
export function Claims() {
  const [given] = useSearchParams();
  const [open, setOpen] = useState<ClaimView | null>(null);
  const filter = useDeferredValue(filterOf(given));
  const order = orderIn(given, CLAIM_SORTS, { by: 'opened', way: 'down' });
  const asked = { ...filter, ...sortOf(order) };
  return (
    <>
      <div className={styles.filters}>
        <h1>Claims</h1>
        <TypedFilter name="find" label="Supplier, part, serial or job" width={240} />
        <ChosenFilter name="state" label="State" options={CLAIM_STATES} width={140} />
        <TickedFilter name="open" label="not answered yet" />
      </div>
      <List
        kept="claims"
        title="Claims"
        words={['claim', 'claims']}
        columns={COLUMNS}
        usuallyHidden={[]}
        fields={FIELDS}
        order={order}
        pages={useClaimsInfiniteQuery(asked)}
        count={useClaimCountQuery(filter).currentData}
        file={fileOf(urlOf(returnEndpoints.claimExport), asked)}
        keyOf={({ id }) => id}
        open={setOpen}
        empty="Nothing is claimed. A claim is opened where a job comes back under guarantee, at Prove."
      />
      {open && <ClaimDialog key={open.id} claim={open} close={() => setOpen(null)} />}
    </>
  );
}

function ClaimDialog({ claim, close }: { claim: ClaimView; close: () => void }) {
  const { id, tag, supplier, what, serial, at, by, fittedAt } = claim;
  const [settle, { error, isLoading }] = useSettleClaimMutation();
  const form = useShapedForm({
    begin: { state: claim.state, note: claim.note },
    read: (body) => ({ ok: true, body }),
    shape: returnEndpoints.settleClaim.body,
    error,
  });
  const send = form.handleSubmit(async (body) => {
    if (!(await settle({ id, body })).error) close();
  });
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>
        {what} of {supplier}
      </DialogTitle>
      <DialogContent>
        <FactList
          rows={[
            [
              'job',
              <Link key="job" to={`/jobs/${tag}/prove`}>
                {tag}
              </Link>,
            ],
            [
              'serial',
              <span key="serial" className="mono">
                {serial || 'none'}
              </span>,
            ],
            ['handed over', fittedAt ? dayOf(fittedAt) : 'not known'],
            ['claimed', `${dayOf(at)}, ${by}`],
          ]}
        />
        <form id="claim" className={moneyStyles.fields} onSubmit={(event) => void send(event)}>
          <Field form={form} name="state" label="How it stands" choices={CLAIM_STATES} />
          <Field form={form} name="note" label="Note" />
        </form>
        <FormTrouble form={form} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Close</Button>
        <Button type="submit" form="claim" variant="contained" disabled={isLoading}>
          Note it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
