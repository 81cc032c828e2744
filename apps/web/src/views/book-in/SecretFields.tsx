import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { DeviceDraft } from './draft';
import styles from './book-in.module.css';

type Secrets = DeviceDraft['secrets'];

/** Passwords needed while the job lasts. They are encrypted when sent and erased at the end. */
export function SecretFields({ secrets, change }: { secrets: Secrets; change: (secrets: Secrets) => void }) {
  const set = (index: number, part: Partial<Secrets[number]>) =>
    change(secrets.map((secret, n) => (n === index ? { ...secret, ...part } : secret)));
  return (
    <div className={styles.group}>
      {secrets.map((secret, index) => (
        <div key={index} className={styles.belongings}>
          <TextField
            label="Secret: what it opens"
            placeholder="start-up password"
            value={secret.label}
            onChange={(event) => set(index, { label: event.target.value })}
          />
          <TextField
            label="The secret itself"
            value={secret.text}
            onChange={(event) => set(index, { text: event.target.value })}
            helperText={secret.text === '' ? 'not kept in this browser: type it before booking in' : undefined}
            slotProps={{ htmlInput: { className: 'mono', autoComplete: 'off', spellCheck: false } }}
          />
          <Button onClick={() => change(secrets.filter((_secret, n) => n !== index))}>Remove</Button>
        </div>
      ))}
      <Button onClick={() => change([...secrets, { label: '', text: '' }])}>
        {secrets.length === 0 ? 'A password is needed' : 'Another secret'}
      </Button>
    </div>
  );
}
