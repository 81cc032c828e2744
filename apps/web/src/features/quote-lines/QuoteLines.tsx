import type { Quote } from '@udrel/core/quote';
import type { PriceLine } from '@udrel/core/steps';
import { duration } from '../../format/time';
import { money } from '../../format/units';
import styles from '../../ui/ui.module.css';

/** The lines of a quote, job by job where there are several, with tax and total; amounts in minor units. */
export function QuoteLines({ quote }: { quote: Quote }) {
  const several = quote.jobs.length > 1;
  return (
    <table className={styles.quote}>
      <thead>
        <tr>
          <th>What</th>
          <th className="figure">Count</th>
          <th className="figure">Each</th>
          <th className="figure">Amount</th>
        </tr>
      </thead>
      {quote.jobs.map((job) => (
        <tbody key={job.tag}>
          {several && (
            <tr>
              <th colSpan={3} scope="rowgroup">
                {job.tag}, {job.device}
              </th>
              <td className="figure">{money(job.net)}</td>
            </tr>
          )}
          {job.lines.map((line, index) => (
            <tr key={`${line.what}${index}`}>
              <td>{line.what}</td>
              <td className="figure">{counted(line)}</td>
              <td className="figure">{line.kind === 'work' ? `${money(line.each)} an hour` : money(line.each)}</td>
              <td className="figure">{money(line.amount)}</td>
            </tr>
          ))}
        </tbody>
      ))}
      <tfoot>
        <tr>
          <td colSpan={3}>Net</td>
          <td className="figure">{money(quote.net)}</td>
        </tr>
        <tr>
          <td colSpan={3}>Tax, {quote.taxPercent} %</td>
          <td className="figure">{money(quote.tax)}</td>
        </tr>
        <tr>
          <th colSpan={3} scope="row">
            To pay, tax included
          </th>
          <th className="figure">{money(quote.total)}</th>
        </tr>
      </tfoot>
    </table>
  );
}

function counted({ kind, count }: PriceLine): string {
  return kind === 'work' ? duration(count * 60) : String(count);
}
