import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { excludeEachOther, WISH_KINDS } from '@udrel/core/steps';
import type { WishDraft } from './draft';
import styles from './book-in.module.css';

type Kind = WishDraft['kind'];

const USUAL: Readonly<Record<Kind, string>> = {
  'new drive': '480 GB',
  'new drive beside': '480 GB',
  'added drive': '1 TB',
  'fresh installation': '480 GB',
  memory: '16 GiB',
};
const NAMES: Readonly<Record<Kind, string>> = {
  'new drive': 'new drive, everything comes along',
  'new drive beside': 'new drive to start from, the old one stays in for data',
  'added drive': 'another drive beside it',
  'fresh installation': 'new drive, installed afresh',
  memory: 'more memory',
};
const AND: Readonly<Record<Kind, string>> = {
  'new drive': 'And a new drive',
  'new drive beside': 'And a new drive beside the old one',
  'added drive': 'And another drive',
  'fresh installation': 'And a fresh drive',
  memory: 'And more memory',
};

/** What the customer wants, one wish of each kind; all of it is done in one opening. */
export function WishFields({
  wishes,
  change,
  trouble,
}: {
  wishes: readonly WishDraft[];
  change: (wishes: WishDraft[]) => void;
  trouble: (field: string) => string | undefined;
}) {
  const set = (index: number, wish: WishDraft) => change(wishes.map((one, n) => (n === index ? wish : one)));
  const taken = (kind: Kind, others: readonly WishDraft[]) => others.some((one) => excludeEachOther(one.kind, kind));
  const further = (['memory', 'new drive', 'added drive'] as const).filter((kind) => !taken(kind, wishes));
  return (
    <>
      {wishes.map((wish, index) => (
        <div key={index} className={styles.wish}>
          <TextField
            select
            label="Wish"
            value={wish.kind}
            onChange={(event) => {
              const kind = event.target.value as Kind;
              set(index, { kind, least: USUAL[kind] });
            }}
            slotProps={{ select: { native: true } }}
            error={trouble(`wishes.${index}.kind`) !== undefined}
            helperText={trouble(`wishes.${index}.kind`)}
          >
            {WISH_KINDS.filter(
              (kind) =>
                kind === wish.kind ||
                !taken(
                  kind,
                  wishes.filter((_one, n) => n !== index),
                ),
            ).map((kind) => (
              <option key={kind} value={kind}>
                {NAMES[kind]}
              </option>
            ))}
          </TextField>
          <TextField
            label={wish.kind === 'memory' ? 'Memory in all, at least' : 'Drive, at least'}
            value={wish.least}
            onChange={(event) => set(index, { ...wish, least: event.target.value })}
            error={trouble(`wishes.${index}.least`) !== undefined}
            helperText={trouble(`wishes.${index}.least`)}
          />
          {wishes.length > 1 && (
            <Button onClick={() => change(wishes.filter((_wish, n) => n !== index))}>Remove</Button>
          )}
        </div>
      ))}
      {further.length > 0 && (
        <div className={styles.further}>
          {further.map((kind) => (
            <Button key={kind} onClick={() => change([...wishes, { kind, least: USUAL[kind] }])}>
              {AND[kind]}
            </Button>
          ))}
        </div>
      )}
    </>
  );
}
