import type { JobView, QuoteView } from '@udrel/contract/types';
import { useQuoteQuery } from '../../../api/api';
import { money } from '../../../format/units';
import { FactList, Loaded, Sheet } from '../../../ui';
import { BillSheet } from '../bill/BillSheet';
import { PaymentsSheet } from '../money/PaymentsSheet';

/** What the customer accepted, paid and owes, for the whole order; payments are taken here too. */
export function MoneySheet({ job }: { job: JobView }) {
  const { currentData: data, error } = useQuoteQuery({ number: job.order });
  return (
    <Loaded data={data} error={error} what="what was paid">
      {(quote) => (
        <>
          <Sheet title="Price" aside={`order ${job.order}, tax included`}>
            <FactList rows={priceRows(job, quote)} />
          </Sheet>
          <BillSheet quote={quote} />
          <PaymentsSheet quote={quote} />
        </>
      )}
    </Loaded>
  );
}

/** What an order costs against what was agreed to; the price of the booking only where nothing took its place. */
function priceRows(job: JobView, { accepted, now, billed, paid, due, over }: QuoteView): [string, string][] {
  return [
    ...(accepted
      ? [['accepted', `${money(accepted.total)}, quote ${accepted.version}`] as [string, string]]
      : job.price === null
        ? [['accepted', 'no quote was accepted'] as [string, string]]
        : [['told at booking', `${money(job.price)} for ${job.tag}; no quote was accepted`] as [string, string]]),
    billed === null
      ? [
          'it costs',
          accepted && accepted.total !== now.total
            ? `${money(now.total)}, other than accepted: look at the quote`
            : money(now.total),
        ]
      : [
          'billed',
          job.closedAt === null && billed !== now.total
            ? `${money(billed)}; by the quote it would be ${money(now.total)}`
            : money(billed),
        ],
    ['paid', money(paid)],
    over > 0 ? ['to give back', money(over)] : ['due', money(due)],
  ];
}
