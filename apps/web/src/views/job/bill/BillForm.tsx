import Close from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import { useFieldArray, useWatch } from 'react-hook-form';
import { orderEndpoints } from '@udrel/contract/endpoints';
import type { BillBegun, IssueBill, QuoteView } from '@udrel/contract/types';
import { REDUCTIONS, type BillSums } from '@udrel/core/bill';
import { useBillBegunQuery, useIssueBillMutation } from '../../../api/api';
import { Field, FormTrouble, When } from '../../../features/form/Field';
import { PartyFields } from '../../../features/form/PartyFields';
import { useKeptForm } from '../../../features/form/kept-form';
import type { ShapedForm } from '../../../features/form/shaped-form';
import { forgetTyped } from '../../../features/typed/typed';
import { money } from '../../../format/units';
import { FactList, Foot, Loaded } from '../../../ui';
import { anotherLine, billOf, draftOf, fieldOf, partLine, storageLine, sumsTyped, type BillDraft } from './bill-draft';
import { PartUsed } from './PartUsed';
import jobStyles from '../../../features/job/job.module.css';
import styles from './bill.module.css';

/** A bill before it is issued: lines, what goes off, to whom, until when. Nothing of it can be changed afterwards. */
export function BillForm({ quote, away }: { quote: QuoteView; away: () => void }) {
  const { currentData, error } = useBillBegunQuery({ number: quote.order });
  return (
    <Loaded data={currentData} error={error} what="what the bill begins with">
      {(begun) => <Typed quote={quote} begun={begun} away={away} />}
    </Loaded>
  );
}

function Typed({ quote, begun, away }: { quote: QuoteView; begun: BillBegun; away: () => void }) {
  const agreed = quote.accepted?.total ?? null;
  const where = { address: `/orders/${quote.order}`, what: 'bill' };
  const [issue, { error, isLoading }] = useIssueBillMutation();
  const form = useKeptForm(where, {
    begin: draftOf(quote, begun),
    read: (draft) => billOf(draft, agreed),
    shape: orderEndpoints.issueBill.body,
    nameOf: fieldOf,
    error,
  });
  const draft = useWatch({ control: form.control }) as BillDraft;
  const sums = sumsTyped(draft, agreed);
  const send = form.handleSubmit(async (body) => {
    const done = await issue({ number: quote.order, body });
    if (done.error) return;
    forgetTyped(where);
    away();
  });
  const more = sums !== null && agreed !== null && sums.total > agreed;
  return (
    <form onSubmit={(event) => void send(event)}>
      <Lines form={form} sums={sums} begun={begun} />
      <div className={jobStyles.fields}>
        <Field form={form} name="off" label="What goes off" choices={REDUCTIONS} />
        {draft.off !== 'none' && (
          <>
            <Field
              form={form}
              name="value"
              label={
                draft.off === 'fixed price'
                  ? 'The price, tax included'
                  : draft.off === 'per cent'
                    ? 'Per cent'
                    : 'Amount'
              }
            />
            <Field form={form} name="reason" label="What for" />
          </>
        )}
      </div>
      <div className={styles.sums}>
        <FactList rows={sums ? rowsOf(sums, quote) : [['it comes to', 'not readable yet']]} />
      </div>
      {more && (
        <Field form={form} name="agreed" label={`More than the ${money(agreed)} accepted: how that was agreed`} />
      )}
      <div className={jobStyles.fields}>
        <Field form={form} name="buyer.name" label="To" className={jobStyles.wide ?? ''} />
        <PartyFields form={form} within="buyer." wide={jobStyles.wide} />
        <div>
          <When form={form} name="due" label="To be paid until" width="100%" />
        </div>
        <Field form={form} name="note" label="Note on the bill" className={jobStyles.full ?? ''} />
      </div>
      <FormTrouble form={form} />
      <Foot note="Once issued it is frozen: a credit note takes it back.">
        <Button onClick={away}>Not now</Button>
        <Button type="submit" variant="contained" disabled={isLoading || sums === null}>
          {sums ? `Issue the bill over ${money(sums.total)}` : 'Issue the bill'}
        </Button>
      </Foot>
    </form>
  );
}

function rowsOf(sums: BillSums, { accepted, paid }: QuoteView): [string, string][] {
  return [
    ...(sums.reduction === 0
      ? []
      : [['lines', money(sums.lines)] as [string, string], ['goes off', money(sums.reduction)] as [string, string]]),
    ['before tax', money(sums.net)],
    ...sums.shares.map(({ percent, base, tax }): [string, string] => [
      `tax, ${percent} %`,
      `${money(tax)} of ${money(base)}`,
    ]),
    ...(sums.rounding === 0 ? [] : [['rounding', money(sums.rounding)] as [string, string]]),
    [
      'total',
      accepted && accepted.total !== sums.total
        ? `${money(sums.total)}; accepted were ${money(accepted.total)}`
        : money(sums.total),
    ],
    ...(paid > 0 ? [['paid before', money(paid)] as [string, string]] : []),
  ];
}

type Form = ShapedForm<BillDraft, IssueBill>;

/** What stands on it, line by line; screws and pads that were used are added here, and what is free costs nothing. */
function Lines({ form, sums, begun }: { form: Form; sums: BillSums | null; begun: BillBegun }) {
  const { taxPercent, storage } = begun;
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'lines', keyName: 'key' });
  return (
    <>
      <div className={styles.lines} role="group" aria-label="Lines of the bill">
        {fields.map(({ key, unit, what, partId }, index) => (
          <div key={key} className={styles.line} role="group" aria-label={`Line ${index + 1}`}>
            <Field form={form} name={`lines.${index}.what`} label="What" />
            <Field
              form={form}
              name={`lines.${index}.count`}
              label={unit === 'minute' ? 'Minutes' : partId ? 'Off the shelf' : 'Count'}
            />
            <Field form={form} name={`lines.${index}.each`} label={unit === 'minute' ? 'An hour' : 'Each'} />
            <Field form={form} name={`lines.${index}.tax`} label="Tax, %" />
            <span className="figure">{sums ? money(sums.amounts[index] ?? 0) : '–'}</span>
            <Button aria-label={`Remove ${what || `line ${index + 1}`}`} onClick={() => remove(index)}>
              <Close fontSize="small" />
            </Button>
          </div>
        ))}
      </div>
      <div className={styles.more}>
        <Foot note={fields.length === 0 ? 'Nothing stands on it yet.' : undefined}>
          <PartUsed use={(part) => append(partLine(part, taxPercent))} />
          {storage.map((one) => (
            <Button key={one.tag} onClick={() => append(storageLine(one, taxPercent))}>
              Storage of {one.tag}, {one.days} {one.days === 1 ? 'day' : 'days'}
            </Button>
          ))}
          <Button onClick={() => append(anotherLine(taxPercent))}>Another line</Button>
        </Foot>
      </div>
    </>
  );
}
