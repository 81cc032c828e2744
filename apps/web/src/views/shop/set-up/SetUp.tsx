import Button from '@mui/material/Button';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { may } from '@udrel/contract/permissions';
import { SET_UP_STEPS, type SetUpStep } from '@udrel/contract/set-up';
import type { SetUpView } from '@udrel/contract/types';
import { useSetSetUpMutation, useSetUpProgressQuery } from '../../../api/after';
import { useSessionQuery } from '../../../api/api';
import { Empty, Loaded, OutcomeMark, TroubleNote } from '../../../ui';
import { STEPS } from './steps';
import styles from './set-up.module.css';

/** An empty shop is led through everything that its work rests on; each step can be left for later. */
export default function SetUp() {
  const staff = useSessionQuery().data?.staff;
  const { data, error } = useSetUpProgressQuery(undefined, { skip: !may(staff?.role, 'set rates') });
  if (!staff) return null;
  if (!may(staff.role, 'set rates')) return <Empty>The owner sets the shop up.</Empty>;
  return (
    <>
      <title>Set-up, Udrel</title>
      <Loaded data={data} error={error} what="how far the set-up is">
        {(view) => <Led view={view} self={staff.id} />}
      </Loaded>
    </>
  );
}

type State = SetUpView['steps'][number]['state'];

function Led({ view, self }: { view: SetUpView; self: string }) {
  const [search, setSearch] = useSearchParams();
  const [set, { error, isLoading }] = useSetSetUpMutation();
  const navigate = useNavigate();
  const asked = SET_UP_STEPS.find((one) => one === search.get('step'));
  // Where it is begun: setting that does not lead on by itself.
  const [first] = useState(() => view.steps.find(({ state }) => state === 'open')?.step ?? SET_UP_STEPS[0]);
  const step = asked ?? first;
  const at = SET_UP_STEPS.indexOf(step);
  const stateOf = (one: SetUpStep): State => view.steps.find((known) => known.step === one)?.state ?? 'open';
  const openSteps = view.steps.filter(({ state }) => state === 'open');
  const heading = useRef<HTMLHeadingElement>(null);
  // Whoever goes on by keyboard begins at the head of the step.
  useEffect(() => heading.current?.focus(), [step]);
  const go = (to: SetUpStep | undefined) => to && setSearch({ step: to });
  const left = view.steps.flatMap(({ step: one, state }) => (state === 'left for later' ? [one] : []));
  const next = SET_UP_STEPS[at + 1];
  const later = async () => {
    if ('data' in (await set({ body: { left: [...left, step], over: view.over } }))) go(next);
  };
  const end = async () => {
    if ('data' in (await set({ body: { left, over: true } }))) void navigate('/book-in');
  };
  const { why, panel } = STEPS[step];
  return (
    <div className={styles.led}>
      <nav aria-label="Set-up">
        <h1>Set-up</h1>
        <ol className={styles.steps}>
          {SET_UP_STEPS.map((one) => (
            <li key={one}>
              <Link to={`?step=${one}`} aria-current={one === step ? 'step' : undefined}>
                <StateMark state={stateOf(one)} />
                {STEPS[one].title}
              </Link>
            </li>
          ))}
        </ol>
        <p className="sub">{tellOpen(openSteps.length)}</p>
      </nav>
      <section aria-labelledby="step-title">
        <div className={styles.head}>
          <h2 id="step-title" ref={heading} tabIndex={-1}>
            {why}
          </h2>
          <span className="sub">
            {at + 1} of {SET_UP_STEPS.length}, {stateOf(step)}
          </span>
        </div>
        <div className={styles.panel}>{panel(self)}</div>
        <TroubleNote error={error} />
        <div className={styles.foot}>
          <Button disabled={at === 0} onClick={() => go(SET_UP_STEPS[at - 1])}>
            Back
          </Button>
          {stateOf(step) === 'open' && next && (
            <Button disabled={isLoading} onClick={() => void later()}>
              Leave it for later
            </Button>
          )}
          {next ? (
            <Button variant={stateOf(step) === 'set' ? 'contained' : 'outlined'} onClick={() => go(next)}>
              Next: {STEPS[next].title}
            </Button>
          ) : (
            <Button variant="contained" disabled={isLoading} onClick={() => void end()}>
              Book the first device
            </Button>
          )}
        </div>
      </section>
    </div>
  );
}

const tellOpen = (open: number) =>
  open === 0
    ? 'Nothing is open.'
    : `${open} ${open === 1 ? 'step is' : 'steps are'} open. Each can be set later in Shop.`;

function StateMark({ state }: { state: State }) {
  return (
    <>
      <span className={styles.mark} aria-hidden>
        {state === 'set' ? <OutcomeMark outcome="pass" /> : state === 'open' ? '○' : '–'}
      </span>
      <span className="unseen">{state}: </span>
    </>
  );
}
