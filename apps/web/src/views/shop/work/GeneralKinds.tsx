import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { cellsOf } from '@udrel/core/parts-file';
import { GENERAL_KINDS, type GeneralKind } from '@udrel/core/starter-library';
import { useConsiderPartsMutation, useTakePartsMutation } from '../../../api/api';
import { minorOf } from '../../../format/units';
import { Foot, Loaded, Sheet, TroubleNote } from '../../../ui';
import styles from '../shop.module.css';

const lineOf = ({ sold: _sold, ...part }: GeneralKind, price: number, index: number) => ({
  line: index + 1,
  cells: cellsOf({ ...part, price }) as Record<string, string>,
});

/** What is typed of one kind. */
interface Typed {
  price: string;
  /** Whether it is taken; undefined: as its price says. */
  ticked?: boolean;
}

const NOTHING: Typed = { price: '' };
const isTaken = ({ sold }: GeneralKind, { price, ticked }: Typed) => ticked ?? (!sold || price.trim() !== '');

/** Kinds of drives, adapters, cables and screws for a library that is empty: without makers, at the prices that are typed here. */
export function GeneralKinds() {
  const [consider, { data: views, error }] = useConsiderPartsMutation();
  const [take, taking] = useTakePartsMutation();
  const [typed, setTyped] = useState<Readonly<Record<string, Typed>>>({});
  const look = () => void consider({ body: { lines: GENERAL_KINDS.map((kind, index) => lineOf(kind, 0, index)) } });
  useEffect(look, [consider]);
  const there = new Set(views?.flatMap(({ what, partNumber }) => (what === 'new' ? [] : [partNumber])));
  const fresh = GENERAL_KINDS.filter(({ partNumber }) => !there.has(partNumber));
  const of = ({ partNumber }: GeneralKind) => typed[partNumber] ?? NOTHING;
  const chosen = fresh.filter((kind) => isTaken(kind, of(kind)));
  const priceOf = (kind: GeneralKind) => (kind.sold ? (minorOf(of(kind).price) ?? null) : 0);
  const unpriced = chosen.filter((kind) => priceOf(kind) === null);
  const change = (kind: GeneralKind, part: Partial<Typed>) =>
    setTyped((before) => ({ ...before, [kind.partNumber]: { ...of(kind), ...part } }));
  const save = async () => {
    const lines = chosen.map((kind, index) => lineOf(kind, priceOf(kind) ?? 0, index));
    if ('data' in (await take({ body: { lines } }))) look();
  };
  return (
    <Sheet title="General kinds" aside="for a library that begins; no maker is named">
      <Loaded data={views} error={error} what="what the library has">
        {() => (
          <>
            <div className={styles.kinds} tabIndex={0} role="group" aria-label="General kinds">
              <table>
                <thead>
                  <tr>
                    <th>Kind</th>
                    <th>Number</th>
                    <th>Price, before tax</th>
                  </tr>
                </thead>
                <tbody>
                  {GENERAL_KINDS.map((kind) => {
                    const { partNumber, name, sold } = kind;
                    const known = there.has(partNumber);
                    const wrong = unpriced.includes(kind);
                    return (
                      <tr key={partNumber}>
                        <td>
                          <label>
                            <input
                              type="checkbox"
                              disabled={known}
                              checked={known || isTaken(kind, of(kind))}
                              onChange={({ target }) => change(kind, { ticked: target.checked })}
                            />{' '}
                            {name}
                          </label>
                        </td>
                        <td className="mono">{partNumber}</td>
                        <td>
                          {known ? (
                            <span className="sub">in the library</span>
                          ) : sold ? (
                            <TextField
                              size="small"
                              hiddenLabel
                              value={of(kind).price}
                              error={wrong}
                              helperText={wrong ? 'An amount, such as 36.00' : undefined}
                              onChange={({ target }) => change(kind, { price: target.value })}
                              slotProps={{ htmlInput: { 'aria-label': `Price of ${name}`, inputMode: 'decimal' } }}
                            />
                          ) : (
                            <span className="sub">
                              {kind.kind === 'equipment' ? 'a tool, not sold' : 'comes with the work'}
                            </span>
                          )}
                        </td>
                      </tr>
                    );
                  })}
                </tbody>
              </table>
            </div>
            <TroubleNote error={taking.error} />
            <Foot
              note={
                fresh.length === 0
                  ? 'All of them are in the library.'
                  : unpriced.length > 0
                    ? 'What is sold needs a price.'
                    : 'What has a price is taken; the shelf gets no pieces by it.'
              }
            >
              <Button
                disabled={taking.isLoading || chosen.length === 0 || unpriced.length > 0}
                onClick={() => void save()}
              >
                Take {chosen.length} into the library
              </Button>
            </Foot>
          </>
        )}
      </Loaded>
    </Sheet>
  );
}
