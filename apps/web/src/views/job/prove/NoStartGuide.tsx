import Button from '@mui/material/Button';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { startFactsOf } from '@udrel/core/steps';
import {
  CAUSE_OF,
  guideOf,
  OWES,
  SIGNS,
  TRY_OUTCOMES,
  type CauseId,
  type Guide,
  type Sign,
  type TryOutcome,
} from '@udrel/core/triage';
import { useStartCasesQuery } from '../../../api/api';
import { Field, FormTrouble, Ticks } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import { OutcomeMark, Sheet } from '../../../ui';
import styles from './prove.module.css';

/** As many causes are listed behind the one to look for now. */
const NEXT = 4;

/** Why a device does not start: what is seen, where to look first, what each look found. */
export function NoStartGuide({ job }: { job: JobView }) {
  const { 'no start': known, 'trial start': trial } = job.snapshot.facts;
  const { data } = useStartCasesQuery(undefined, { skip: trial?.started !== false });
  const [picked, setPicked] = useState<CauseId>();
  const tries = known?.tries ?? [];
  const { form, busy, save } = useFactForm(job, 'no start', {
    begin: { signs: known?.signs ?? ([] as Sign[]), note: '' },
    read: ({ signs }) => ({ ok: true, body: { signs, tries } }),
  });
  const [signs, note] = useWatch({ control: form.control, name: ['signs', 'note'] });
  if (trial?.started !== false) return null;
  const { model } = job.device;
  const device = { sites: model.sites, startsNvme: model.firmware.startsNvme };
  const guide = guideOf(signs, startFactsOf(job.snapshot, device), tries, data?.cases ?? [], model.code);
  const now = guide.ranked.find(({ id }) => id === picked) ?? guide.ranked[0];
  const others = guide.ranked.filter((one) => one !== now).slice(0, NEXT);
  const end = async (outcome: TryOutcome) => {
    if (!now) return;
    await save({ tries: [...tries, { cause: now.id, outcome, note }] });
    setPicked(undefined);
  };
  return (
    <Sheet title="Why it does not start" aside={asideOf(guide, tries.length)}>
      {guide.found && (
        <p>
          <OutcomeMark outcome="pass" /> <b>{CAUSE_OF[guide.found].title}.</b> {CAUSE_OF[guide.found].remedy}, then
          start it again above.
        </p>
      )}
      <fieldset className={styles.signs}>
        <legend>What is seen</legend>
        <Ticks form={form} name="signs" options={SIGNS} />
      </fieldset>
      {now && (
        <section className={styles.cause} aria-label="Look for this now">
          <h3>
            {CAUSE_OF[now.id].title}{' '}
            <span className="sub">
              {percent(now.share)}, {now.minutes} min
            </span>
          </h3>
          {now.because.length > 0 && <p className="sub">{now.because.join('; ')}</p>}
          <dl>
            <dt>Test</dt>
            <dd>{CAUSE_OF[now.id].test}</dd>
            <dt>If it is that</dt>
            <dd>{CAUSE_OF[now.id].remedy}</dd>
            <Line title="Say before" text={CAUSE_OF[now.id].warns} />
            <Line title="Owed back" text={OWES[now.id]} />
          </dl>
          <Field form={form} name="note" label="What was seen at the test" sx={{ mt: 1 }} />
          <div className={styles.outcomes}>
            {TRY_OUTCOMES.map((outcome) => (
              <Button key={outcome} disabled={busy} onClick={() => void end(outcome)}>
                {outcome.replace(/^./, (letter) => letter.toUpperCase())}
              </Button>
            ))}
          </div>
        </section>
      )}
      <FormTrouble form={form} />
      <ol className={styles.causes} aria-label="Then">
        {others.map(({ id, share, minutes, because }) => (
          <li key={id}>
            <button type="button" onClick={() => setPicked(id)}>
              {CAUSE_OF[id].title}
            </button>
            <span className="figure">{percent(share)}</span>
            <span className="figure">{minutes} min</span>
            <span className="sub">{because.find((why) => !why.startsWith('seen')) ?? because[0] ?? ''}</span>
          </li>
        ))}
      </ol>
      {tries.length > 0 && (
        <ol className={styles.tries} aria-label="Looked for so far">
          {tries.map((one, index) => (
            <li key={`${one.cause}${index}`}>
              <OutcomeMark
                outcome={one.outcome === 'not it' ? 'fail' : one.outcome === 'cannot be told' ? 'unknown' : 'pass'}
              />{' '}
              {CAUSE_OF[one.cause].title}: {one.outcome}
              {one.note && <span className="sub"> ({one.note})</span>}
              {index === tries.length - 1 && (
                <Button size="small" disabled={busy} onClick={() => void save({ tries: tries.slice(0, -1) })}>
                  Take back
                </Button>
              )}
            </li>
          ))}
        </ol>
      )}
      {guide.excluded.length > 0 && (
        <details>
          <summary>Cannot be: {guide.excluded.length}</summary>
          <ul>
            {guide.excluded.map(({ id, why }) => (
              <li key={id}>
                {CAUSE_OF[id].title} <span className="sub">{why}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </Sheet>
  );
}

/** A share as somebody says it. */
const percent = (share: number) => (share < 0.01 ? 'under 1 %' : `${Math.round(share * 100)} %`);

function Line({ title, text }: { title: string; text: string | undefined }) {
  if (!text) return null;
  return (
    <>
      <dt>{title}</dt>
      <dd>{text}</dd>
    </>
  );
}

function asideOf({ ranked, found }: Guide, tries: number): string {
  if (found) return 'found';
  return tries === 0 ? `${ranked.length} causes can be` : `${tries} looked for`;
}
