import { useState } from 'react';
import {
  isLocked,
  isResizable,
  schemeChoices,
  type LayoutIntent,
  type Scheme,
  type SchemeChoice as SchemeChoiceOf,
} from '@udrel/core/layout';
import { aroundOf, targetsOf } from '@udrel/core/plan-file';
import type { JobView } from '@udrel/contract/types';
import type { Plan } from './map/usePlan';
import styles from './map/plan.module.css';
import { typedFigure } from '../../../format/shop-formats';

/** What holds for the whole plan: how much comes along, who gets the spare, what is kept free, which table. */
export function IntentBar({ job, plan }: { job: JobView; plan: Plan }) {
  const { intent } = plan.draft;
  const { table, change } = plan;
  const coming = table.partitions.filter(({ id }) => !intent.leftOut.includes(id));
  const takers = coming.filter((one) =>
    isResizable({ ...one, encrypted: one.encrypted && !intent.decrypted.includes(one.id) }),
  );
  const later = coming.filter((one) => isLocked(one, intent));
  const volumes = intent.made.filter(({ kind }) => kind === 'data');
  return (
    <div className={styles.intents}>
      <label>
        comes along
        <select
          value={intent.extent}
          onChange={(event) => change({ extent: event.target.value as LayoutIntent['extent'] })}
        >
          <option>whole device</option>
          <option>system only</option>
        </select>
      </label>
      <label>
        spare goes to
        <select value={spareValue(intent)} onChange={(event) => change({ spare: spareOf(event.target.value) })}>
          {[...takers, ...volumes].map(({ id, name }) => (
            <option key={id} value={`to ${id}`}>
              {name}
            </option>
          ))}
          {later.map(({ id, name }) => (
            <option key={id} value={`to ${id}`}>
              {name}, once it is decrypted there
            </option>
          ))}
          <option value="the fullest">the fullest first</option>
          <option value="in proportion">all, in proportion</option>
          <option value="nobody">nobody: left free</option>
        </select>
      </label>
      <KeptFree plan={plan} key={intent.keepFree} />
      <SchemeChoice job={job} plan={plan} />
    </div>
  );
}

function spareValue({ spare }: LayoutIntent): string {
  return spare.to === 'partition' ? `to ${spare.id}` : spare.to;
}

function spareOf(value: string): LayoutIntent['spare'] {
  if (value === 'nobody' || value === 'in proportion' || value === 'the fullest') return { to: value };
  return { to: 'partition', id: value.slice(3) };
}

function KeptFree({ plan }: { plan: Plan }) {
  const { keepFree } = plan.draft.intent;
  const [text, setText] = useState(String(keepFree));
  const share = typedFigure(text);
  const right = text.trim() !== '' && share >= 0 && share <= 50;
  const take = () => (right ? share !== keepFree && plan.change({ keepFree: share }) : undefined);
  return (
    <label>
      kept free
      <input
        className={styles.percent}
        inputMode="decimal"
        value={text}
        aria-invalid={!right}
        title={right ? undefined : '0 to 50 per cent'}
        onChange={(event) => setText(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === 'Enter' && take()}
      />
      %{!right && <span className="danger">0 to 50 %</span>}
    </label>
  );
}

function SchemeChoice({ job, plan }: { job: JobView; plan: Plan }) {
  const choices = choicesOf(job, plan);
  const { scheme: own } = plan.table;
  return (
    <label>
      table
      <select
        value={plan.draft.intent.scheme ?? own}
        onChange={(event) => {
          const scheme = event.target.value as Scheme;
          plan.change({ scheme: scheme === own ? null : scheme });
        }}
      >
        {choices.map(({ scheme, advised }) => (
          <option key={scheme} value={scheme}>
            {scheme.toUpperCase()}
            {advised && scheme !== own ? ', advised' : ''}
          </option>
        ))}
      </select>
    </label>
  );
}

function choicesOf({ snapshot }: JobView, { table }: Plan): SchemeChoiceOf[] {
  const [target] = targetsOf(snapshot.facts);
  return target ? schemeChoices(table, target, aroundOf(snapshot)) : [];
}

/** Why the new table has the scheme that it has. */
export function SchemeReasons({ job, plan }: { job: JobView; plan: Plan }) {
  const now = plan.draft.intent.scheme ?? plan.table.scheme;
  const chosen = choicesOf(job, plan).find(({ scheme }) => scheme === now);
  if (!chosen) return null;
  return (
    <p className={styles.schemeReasons}>
      {now.toUpperCase()}: {chosen.reasons.map(({ sentence }) => sentence).join(' ')}
    </p>
  );
}
