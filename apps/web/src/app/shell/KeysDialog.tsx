import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { Key } from '../../ui';

const KEYS: readonly (readonly [key: string, what: string])[] = [
  ['/', 'scan or find'],
  ['.', 'then the letter on the rail, or the number of a station'],
  ['b', 'book in'],
  ['n', 'note on the open job'],
  ['p', 'print the paper of the open station'],
  ['Ctrl+Enter', 'record the current step'],
  ['arrows', 'in the transfer map: choose a partition'],
  ['+ and -', 'in the transfer map: give and take 1 GiB'],
  ['Enter', 'in the transfer map: type a size'],
  ['?', 'these keys'],
];

export function KeysDialog({ open, close }: { open: boolean; close: () => void }) {
  return (
    <Dialog open={open} onClose={close} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys</DialogTitle>
      <DialogContent>
        <ul style={{ listStyle: 'none', padding: 0, margin: 0, display: 'grid', gap: 8 }}>
          {KEYS.map(([key, what]) => (
            <li key={key}>
              <Key>{key}</Key> {what}
            </li>
          ))}
        </ul>
      </DialogContent>
    </Dialog>
  );
}
