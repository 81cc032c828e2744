import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { paperEndpoints, urlOf } from '@udrel/contract/endpoints';
import { may } from '@udrel/contract/permissions';
import type { WipeView } from '@udrel/contract/types';
import { soldName } from '@udrel/core/capacity';
import { notReached } from '@udrel/core/wiping';
import { useSessionQuery } from '../../api/api';
import { useCertifyWipeMutation, useWipeQuery } from '../../api/after';
import { notify } from '../../features/notices/notify';
import { fullMoment, moment } from '../../format/time';
import { FactList, Foot, Ledger, Loaded, OutcomeMark, Sheet, TroubleNote } from '../../ui';
import { BeginWipe } from './BeginWipe';
import { ReadWiped } from './ReadWiped';
import { RunningWipe } from './RunningWipe';
import styles from './stays.module.css';

/** A drive that stays here to be wiped: what has to hold before, the wipe, what samples show, the certificate. */
export default function WipePage() {
  const { tag = '', number = '0' } = useParams();
  const { currentData: data, error } = useWipeQuery({ tag, number: Number(number) });
  return (
    <>
      <title>{`Wipe of ${tag}-${number}, Udrel`}</title>
      <Loaded data={data} error={error} what="the drive">
        {(wipe) => <Wiping wipe={wipe} />}
      </Loaded>
    </>
  );
}

function Wiping({ wipe }: { wipe: WipeView }) {
  const owner = may(useSessionQuery().data?.staff?.role, 'wipe drives');
  const { stay, drive, survivors, conditions, attempts, certificate } = wipe;
  const last = attempts.at(-1);
  const ready = conditions.every(({ holds }) => holds);
  return (
    <>
      <h1>
        Wipe of <span className="mono">{stay.label}</span>
      </h1>
      <div className={styles.round}>
        <div className={styles.column}>
          <Sheet title="The drive" aside={<Link to={`/stays?find=${stay.label}`}>what stays with us</Link>}>
            <FactList
              rows={[
                ['what', drive ? `${drive.maker} ${drive.name}, ${soldName(drive.bytes)}, ${drive.class}` : stay.name],
                ['its serial', <span className="mono">{stay.serial || 'none'}</span>],
                ['lies at', stay.place || 'not noted'],
                ['of', <Link to={`/customers/${stay.customerId}`}>{stay.customer}</Link>],
                ['its job', <Link to={`/jobs/${stay.tag}/hand-over`}>{stay.tag}</Link>],
                ...survivors.map(
                  ({ name, serial }) =>
                    [
                      'has to survive',
                      <>
                        {name} <span className="mono">{serial}</span>
                      </>,
                    ] as const,
                ),
              ]}
            />
          </Sheet>
          {!certificate && (
            <Sheet title="Before anything is destroyed" aside={ready ? 'all of it holds' : 'not yet'}>
              <Ledger
                reasons={conditions.map(({ title, holds, sentence }) => ({
                  ...{ rule: title, sentence },
                  outcome: holds ? ('pass' as const) : ('fail' as const),
                }))}
              />
            </Sheet>
          )}
          {attempts.length > 0 && <Attempts wipe={wipe} />}
        </div>
        <div className={styles.column}>
          {certificate && <Certified wipe={wipe} />}
          {!certificate && !owner && (
            <Sheet title="Wipe">
              <p className={styles.told}>Only the owner of the shop wipes a drive.</p>
            </Sheet>
          )}
          {!certificate && owner && last?.run.outcome === 'running' && <RunningWipe stay={stay} run={last.run} />}
          {!certificate && owner && last?.run.outcome === 'ended well' && <ReadWiped wipe={wipe} attempt={last} />}
          {!certificate && owner && last?.run.outcome === 'ended well' && <Certify wipe={wipe} />}
          {!certificate && owner && last?.run.outcome !== 'running' && ready && (
            <Begin folded={last?.run.outcome === 'ended well' && last.read?.verdict !== 'not wiped'}>
              <BeginWipe key={attempts.length} wipe={wipe} />
            </Begin>
          )}
        </div>
      </div>
    </>
  );
}

/** The form at once, or one press away where the next thing is another. */
function Begin({ folded, children }: { folded: boolean; children: ReactNode }) {
  if (!folded) return children;
  return (
    <details className={styles.folded}>
      <summary>Wipe it once more</summary>
      {children}
    </details>
  );
}

/** What was done so far, the latest first. */
function Attempts({ wipe: { attempts, drive } }: { wipe: WipeView }) {
  return (
    <Sheet title="What was done">
      {[...attempts].reverse().map(({ id, run, way, tool, by, read, notRead, hidden, reallocated }) => (
        <div key={id} className={styles.attempt}>
          <b>
            {run.outcome === 'running' ? 'is running' : run.outcome}
            {attempts.length > 1 && `, attempt ${run.attempt}`}
          </b>
          <div>
            {way}
            {tool && ` with ${tool}`}, {by}
            <div className="sub">
              began {moment(run.beganAt)}
              {run.endedAt && `, ended ${moment(run.endedAt)}`}
              {run.berth !== null && `, berth ${run.berth}`}
              {run.simulatedSpeed !== null && `, simulated × ${run.simulatedSpeed}`}
            </div>
            {run.changed && <div className="sub">Changed: {run.changed}</div>}
            {run.note && <div className="sub">Noted: {run.note}</div>}
            {read && (
              <div>
                <OutcomeMark outcome={read.verdict === 'not wiped' ? 'fail' : 'pass'} /> {read.sentence}
              </div>
            )}
            {notRead && <div className="sub">Not read afterwards: {notRead}</div>}
            {run.outcome === 'ended well' &&
              drive &&
              notReached({ way, class: drive.class, hidden, reallocated }).map((sentence) => (
                <div key={sentence}>
                  <OutcomeMark outcome="limit" /> {sentence}
                </div>
              ))}
          </div>
        </div>
      ))}
    </Sheet>
  );
}

function Certify({ wipe: { stay, attempts } }: { wipe: WipeView }) {
  const [certify, { isLoading, error }] = useCertifyWipeMutation();
  const last = attempts.at(-1);
  const may = last && last.asked === null && (last.notRead !== '' || (last.read && last.read.verdict !== 'not wiped'));
  if (!may) return null;
  const { tag, number, label } = stay;
  const issue = async () => {
    const done = await certify({ tag, number, body: {} });
    if (!done.error) notify({ kind: 'recorded', text: `The certificate of ${label} is kept with ${tag}.` });
  };
  return (
    <Sheet title="Certificate">
      <p className={styles.told}>
        It says what was done, by whom, what was seen of it and what was not reached, and is kept with the job as it is
        issued.
      </p>
      <TroubleNote error={error} />
      <Foot note="From then on the drive is wiped by the record.">
        <Button variant="contained" disabled={isLoading} onClick={() => void issue()}>
          Issue the certificate
        </Button>
      </Foot>
    </Sheet>
  );
}

function Certified({ wipe: { stay, certificate } }: { wipe: WipeView }) {
  if (!certificate) return null;
  return (
    <Sheet title="Wiped" aside={fullMoment(certificate.at)}>
      <p className={styles.told}>
        <OutcomeMark outcome="pass" /> The certificate is kept with its job.{' '}
        {stay.gone === null
          ? 'The drive can go: to recycling, or back to the customer.'
          : `The drive went: ${stay.gone}.`}
      </p>
      <Foot>
        <Button
          variant="contained"
          component="a"
          href={urlOf(paperEndpoints.keptPaper, { id: certificate.paperId })}
          target="_blank"
          rel="noopener"
        >
          Open the certificate
        </Button>
      </Foot>
    </Sheet>
  );
}
