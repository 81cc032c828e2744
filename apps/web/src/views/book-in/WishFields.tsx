import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { WishDraft } from './draft';
import styles from './book-in.module.css';

const USUAL: Readonly<Record<WishDraft['kind'], string>> = { 'new drive': '480 GB', memory: '16 GiB' };

/** What the customer wants: a drive, more memory, or both. */
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
  const other = wishes[0]?.kind === 'memory' ? ('new drive' as const) : ('memory' as const);
  return (
    <>
      {wishes.map((wish, index) => (
        <div key={index} className={styles.wish}>
          <TextField
            select
            label="Wish"
            value={wish.kind}
            onChange={(event) => {
              const kind = event.target.value as WishDraft['kind'];
              set(index, { kind, least: USUAL[kind] });
            }}
            slotProps={{ select: { native: true } }}
            error={trouble(`wishes.${index}.kind`) !== undefined}
            helperText={trouble(`wishes.${index}.kind`)}
          >
            <option value="new drive">new drive</option>
            <option value="memory">more memory</option>
          </TextField>
          <TextField
            label={wish.kind === 'memory' ? 'Memory in all, at least' : 'Drive, at least'}
            value={wish.least}
            onChange={(event) => set(index, { ...wish, least: event.target.value })}
            error={trouble(`wishes.${index}.least`) !== undefined}
            helperText={trouble(`wishes.${index}.least`)}
          />
          {wishes.length === 1 ? (
            <Button onClick={() => change([...wishes, { kind: other, least: USUAL[other] }])}>
              {other === 'memory' ? 'And more memory' : 'And a new drive'}
            </Button>
          ) : (
            <Button onClick={() => change(wishes.filter((_wish, n) => n !== index))}>Remove</Button>
          )}
        </div>
      ))}
    </>
  );
}
