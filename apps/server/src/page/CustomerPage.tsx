import { amount } from '@udrel/core/money';
import type { PageView } from './read-page';

type Job = PageView['jobs'][number];

/** What the customer of an order sees on a phone: how it stands, what we ask, the quote, the papers. It needs no script. */
export function CustomerPage({ page, path, trouble }: { page: PageView; path: string; trouble: string | null }) {
  const { shop, logo, jobs, quote, bills, payments, due, here, open } = page;
  return (
    <>
      <header>
        {logo && <img src={logo} alt="" className="logo" />}
        <p className="shop">{shop}</p>
        <h1>{jobs.length === 1 ? 'Your device' : `Your ${jobs.length} devices`}</h1>
      </header>
      {trouble !== null && (
        <p className="trouble" role="alert">
          {trouble}
        </p>
      )}
      {jobs.map((job) => (
        <JobPart key={job.tag} job={job} />
      ))}
      {open && (
        <section>
          <h2>Fetch it</h2>
          <p>We are open {open.hours}.</p>
          {open.closed.length > 0 && <p>Closed on {open.closed.join(', ')}.</p>}
        </section>
      )}
      {quote && <QuotePart quote={quote} path={path} several={jobs.length > 1} />}
      {(bills.length > 0 || payments.length > 0) && (
        <section>
          <h2>Papers</h2>
          <ul>
            {bills.map(({ id, title, total, due: until }) => (
              <li key={id}>
                <a href={`${path}/paper/bill/${id}`}>{title}</a> over {amount(total)}
                {until && `, to be paid until ${until}`}
              </li>
            ))}
            {payments.map(({ id, amount: paid, at }) => (
              <li key={id}>
                <a href={`${path}/paper/receipt/${id}`}>Receipt of {at}</a>: {amount(Math.abs(paid))}
                {paid < 0 && ' given back'}
              </li>
            ))}
          </ul>
          <p>{due > 0 ? `Still to be paid: ${amount(due)}` : 'Nothing is left to be paid.'}</p>
        </section>
      )}
      {here.length > 0 && (
        <section>
          <h2>With us</h2>
          <ul>
            {here.map((what, index) => (
              <li key={index}>{what}</li>
            ))}
          </ul>
        </section>
      )}
      <footer>This page is for you alone: whoever has its address sees it.</footer>
    </>
  );
}

function JobPart({ job: { tag, device, sentence, question, ready, promised, by, closed } }: { job: Job }) {
  return (
    <section className={ready && !closed ? 'ready' : ''}>
      <h2>
        {device} <span className="tag">{tag}</span>
      </h2>
      <p className="state">{sentence}</p>
      {question && (
        <p className="question">
          <b>Our question</b> {question}
        </p>
      )}
      {promised && !ready && <p>Promised for {promised}.</p>}
      {by && <p>{by} has it in hand.</p>}
    </section>
  );
}

function QuotePart({
  quote,
  path,
  several,
}: {
  quote: NonNullable<PageView['quote']>;
  path: string;
  several: boolean;
}) {
  const { version, quote: put, state } = quote;
  return (
    <section id="quote">
      <h2>Quote {version}</h2>
      <p>
        <a href={`${path}/paper/quote/${version}`}>As a paper</a>
      </p>
      <table>
        {put.jobs.map(({ tag, device, lines }) => (
          <tbody key={tag}>
            {several && (
              <tr>
                <th colSpan={2}>
                  {tag}, {device}
                </th>
              </tr>
            )}
            {lines.map((line, index) => (
              <tr key={index}>
                <td>{line.what}</td>
                <td className="figure">{amount(line.amount)}</td>
              </tr>
            ))}
          </tbody>
        ))}
        <tfoot>
          <tr>
            <td>Tax, {put.taxPercent} %</td>
            <td className="figure">{amount(put.tax)}</td>
          </tr>
          <tr>
            <th>In all, tax included</th>
            <th className="figure">{amount(put.total)}</th>
          </tr>
        </tfoot>
      </table>
      {state === 'accepted' && <p className="done">It was accepted.</p>}
      {state === 'declined' && <p>You said no to it. You can still say yes below, or call us.</p>}
      {state === 'changed' && <p>It is being written anew: something changed since. You will hear from us.</p>}
      {(state === 'open' || state === 'declined') && (
        <form method="post" action={`${path}/answer`}>
          <input type="hidden" name="version" value={version} />
          <input type="hidden" name="total" value={put.total} />
          <label>
            Your name
            <input name="name" required maxLength={80} autoComplete="name" />
          </label>
          <button name="answer" value="yes">
            Yes, do it for {amount(put.total)}
          </button>
          {state === 'open' && (
            <button name="answer" value="no" className="no">
              No, do not do it
            </button>
          )}
        </form>
      )}
    </section>
  );
}

/** What is said of an address that leads nowhere: the same whether it never did, was ended, or its time is over. */
export function NoPage() {
  return (
    <>
      <h1>There is nothing here</h1>
      <p>
        This address is not known, or its time is over. Ask the shop for a new one: its number stands on the paper that
        you were given.
      </p>
    </>
  );
}
