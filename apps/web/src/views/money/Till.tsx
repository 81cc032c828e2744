import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import { moneyEndpoints } from '@udrel/contract/endpoints';
import type { CountTill, TillView } from '@udrel/contract/types';
import { useCountTillMutation, useTillQuery } from '../../api/api';
import { Field, FormTrouble } from '../../features/form/Field';
import { useKeptForm } from '../../features/form/kept-form';
import type { FieldProblem, Read } from '../../features/form/shaped-form';
import { fullMoment } from '../../format/time';
import { minorOf, money } from '../../format/units';
import { Empty, FactList, Foot, Loaded, Sheet } from '../../ui';
import styles from './money.module.css';

const WHERE = { address: '/till', what: 'count' };

/** The till: what should be in it, counted against what is. */
export function Till() {
  const { currentData, error } = useTillQuery();
  return (
    <Loaded data={currentData} error={error} what="the till">
      {(till) => (
        <div className={styles.till}>
          <Count till={till} />
          <Counted till={till} />
        </div>
      )}
    </Loaded>
  );
}

function countOf(typed: Record<'counted' | 'takenOut' | 'note', string>, expected: number | null): Read<CountTill> {
  const problems: FieldProblem[] = [];
  const counted = minorOf(typed.counted);
  const takenOut = minorOf(typed.takenOut) ?? (typed.takenOut.trim() === '' ? 0 : undefined);
  if (typeof counted !== 'number') problems.push({ field: 'counted', sentence: 'An amount such as 182.40' });
  if (takenOut === undefined) problems.push({ field: 'takenOut', sentence: 'An amount, or nothing' });
  if (typeof counted !== 'number' || takenOut === undefined) return { ok: false, problems };
  return { ok: true, body: { expected, counted, takenOut, note: typed.note } };
}

function Count({ till }: { till: TillView }) {
  const { expected, stayed, countedAt, since } = till;
  const [count, { error, isLoading }] = useCountTillMutation();
  const form = useKeptForm(WHERE, {
    begin: { counted: '', takenOut: '', note: '' },
    read: (typed) => countOf(typed, expected),
    shape: moneyEndpoints.countTill.body,
    error,
  });
  const typed = useWatch({ control: form.control }) as Parameters<typeof countOf>[0];
  const counted = minorOf(typed.counted);
  const differs = typeof counted === 'number' && expected !== null ? counted - expected : 0;
  const send = form.handleSubmit(async (body) => {
    if (!(await count({ body })).error && form.taken()) form.reset({ counted: '', takenOut: '', note: '' });
  });
  return (
    <Sheet title="Count the till" aside={countedAt ? `counted last ${fullMoment(countedAt)}` : 'never counted yet'}>
      <FactList
        rows={[
          ...(countedAt ? [['stayed in it', money(stayed)] as const] : []),
          ...since.map(({ how, taken, back, payments }): [string, string] => [
            how,
            payments === 0
              ? 'nothing'
              : `${money(taken)}${back > 0 ? `, given back ${money(back)}` : ''}, ${payments} in all`,
          ]),
          ['should be in it', expected === null ? 'not known: it is counted for the first time' : money(expected)],
        ]}
      />
      <form onSubmit={(event) => void send(event)}>
        <div className={styles.fields}>
          <Field form={form} name="counted" label="Counted" />
          <Field form={form} name="takenOut" label="Taken out of it" help="to the bank; nothing is 0" />
          <Field form={form} name="note" label={differs === 0 ? 'Note' : 'What may have become of the difference'} />
        </div>
        <FormTrouble form={form} />
        <Foot
          note={
            differs === 0
              ? undefined
              : `${money(Math.abs(differs))} ${differs > 0 ? 'more than should be in it' : 'is missing'}.`
          }
        >
          <Button type="submit" variant="contained" disabled={isLoading}>
            It was counted
          </Button>
        </Foot>
      </form>
    </Sheet>
  );
}

function Counted({ till: { counts } }: { till: TillView }) {
  return (
    <Sheet title="Counted" aside={counts.length > 0 ? 'the newest; all of them stand in the audit' : undefined}>
      {counts.length === 0 && <Empty>Nobody has counted it yet.</Empty>}
      {counts.map(({ id, at, by, expected, counted, takenOut, note }) => (
        <div key={id} className={styles.counted}>
          <span>
            {fullMoment(at)}, {by}
            {takenOut > 0 && <span className="sub">, {money(takenOut)} taken out</span>}
            {note && <span className="sub">: {note}</span>}
          </span>
          <span className="figure">{money(counted)}</span>
          <span className="figure">{differenceOf(expected, counted)}</span>
        </div>
      ))}
    </Sheet>
  );
}

function differenceOf(expected: number | null, counted: number): string {
  if (expected === null) return 'first count';
  if (expected === counted) return 'as expected';
  return `${counted > expected ? '+' : '−'} ${money(Math.abs(counted - expected))}`;
}
