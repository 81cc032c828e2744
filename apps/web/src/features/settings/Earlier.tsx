import { useState } from 'react';
import type { SettingName } from '@udrel/contract/settings';
import { useSettingHistoryQuery } from '../../api/after';
import { moment } from '../../format/time';
import { money } from '../../format/units';
import { Empty, Loaded } from '../../ui';
import styles from './settings.module.css';

/** What a setting was before, under its form: asked for once it is opened. */
export function Earlier({ of }: { of: SettingName }) {
  const [open, setOpen] = useState(false);
  return (
    <details className={styles.earlier} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>What it was before</summary>
      {open && <Changes of={of} />}
    </details>
  );
}

/** What is kept in minor units of the currency. */
const AMOUNTS: readonly string[] = ['hourly', 'assessment'];
const shown = (what: string, value: string) => (AMOUNTS.includes(what) ? money(Number(value)) : value);

function Changes({ of }: { of: SettingName }) {
  const { data, error } = useSettingHistoryQuery({ setting: of }, { refetchOnMountOrArgChange: true });
  return (
    <Loaded data={data} error={error} what="what it was before">
      {({ changes, more }) =>
        changes.length === 0 ? (
          <Empty>It is as it was from the beginning.</Empty>
        ) : (
          <ol className={styles.changes}>
            {changes.map(({ id, at, by, changes: what }) => (
              <li key={id}>
                <span className="sub">
                  {moment(at)}, {by ?? 'by itself'}
                </span>
                <ul>
                  {what.map((one) => (
                    <li key={one.what}>
                      {one.what || 'all of it'}:{' '}
                      {one.from === null ? 'nothing' : <del>{shown(one.what, one.from)}</del>} to{' '}
                      {one.to === null ? 'nothing' : <ins>{shown(one.what, one.to)}</ins>}
                    </li>
                  ))}
                </ul>
              </li>
            ))}
            {more && <li className="sub">Earlier changes stand in the audit.</li>}
          </ol>
        )
      }
    </Loaded>
  );
}
