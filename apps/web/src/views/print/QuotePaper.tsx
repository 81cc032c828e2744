import type { JobView } from '@udrel/contract/types';
import { useQuoteQuery } from '../../api/api';
import { fullMoment } from '../../format/time';
import { money } from '../../format/units';
import { Loaded } from '../../ui';
import { QuoteLines } from '../../features/quote-lines/QuoteLines';
import { Code } from '../../features/code/Code';
import { Logo } from '../../features/logo/Logo';
import styles from './print.module.css';

/** The quote of the whole order for the customer: its newest version where nothing changed since, else as it stands. */
export function QuotePaper({ job, shop }: { job: JobView; shop: string }) {
  const { currentData: data, error } = useQuoteQuery({ number: job.order });
  return (
    <Loaded data={data} error={error} what="the quote">
      {({ now, versions, changed, paid, due, over }) => {
        const version = changed.length === 0 ? versions[0] : undefined;
        return (
          <article className={styles.paper}>
            <header className={styles.head}>
              <div>
                <Logo />
                <h1>{shop}</h1>
                <p>
                  Quote for order {job.order}
                  {version ? `, version ${version.version}` : ', draft'}
                </p>
                <p className="sub">
                  {version ? fullMoment(version.at) : 'not written yet: it may still change'} · {job.customer.name}
                </p>
              </div>
              <Code text={job.tag} />
            </header>
            {now.jobs.length === 1 && (
              <p>
                {job.tag}, {now.jobs[0]?.device}
              </p>
            )}
            <QuoteLines quote={version?.quote ?? now} />
            {paid > 0 && (
              <p>
                Paid {money(paid)}, {over > 0 ? `${money(over)} to give back` : `due ${money(due)}`}, tax included.
              </p>
            )}
            {version?.acceptedAt ? (
              <p>
                Accepted {version.acceptedHow}, {fullMoment(version.acceptedAt)}
                {version.note && `: ${version.note}`}
              </p>
            ) : (
              <div className={styles.sign}>Accepted, customer</div>
            )}
          </article>
        );
      }}
    </Loaded>
  );
}
