import UploadFileOutlined from '@mui/icons-material/UploadFileOutlined';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useRef, useState } from 'react';
import type { PartLines, PartLineView } from '@udrel/contract/types';
import { useConsiderPartsMutation, useTakePartsMutation } from '../../api/api';
import { OutcomeMark, TroubleNote } from '../../ui';
import { readLines } from './parts-lines';
import styles from './shelf.module.css';

const ORDER: readonly PartLineView['what'][] = ['wrong', 'new', 'changed', 'as it is'];

/** Brings parts in from a file: what each line would do is shown first, and all or nothing is taken. */
export function BringInParts() {
  const input = useRef<HTMLInputElement>(null);
  const [lines, setLines] = useState<PartLines['lines'] | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [consider, { data: views, error: notConsidered, reset }] = useConsiderPartsMutation();

  async function read(file: File | undefined): Promise<void> {
    if (input.current) input.current.value = '';
    if (!file) return;
    const found = readLines(new Uint8Array(await file.arrayBuffer()));
    setWrong(found.ok ? null : `${file.name}: ${found.sentence}`);
    if (!found.ok) return;
    setLines(found.lines);
    await consider({ body: { lines: found.lines } });
  }

  const close = () => {
    setLines(null);
    reset();
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        hidden
        accept=".csv,.json,text/csv,application/json"
        aria-label="Parts file"
        onChange={(event) => void read(event.target.files?.[0])}
      />
      <Button startIcon={<UploadFileOutlined />} onClick={() => input.current?.click()}>
        Bring in parts …
      </Button>
      {wrong && (
        <span role="alert" className={styles.wrong}>
          {wrong}
        </span>
      )}
      {lines && (
        <Dialog open onClose={close} fullWidth maxWidth="md" aria-labelledby="parts-title">
          <DialogTitle id="parts-title">Bring in parts</DialogTitle>
          {views ? (
            <Considered lines={lines} views={views} close={close} />
          ) : (
            <DialogContent>
              {notConsidered ? <TroubleNote error={notConsidered} /> : `Looking at ${lines.length} lines …`}
            </DialogContent>
          )}
        </Dialog>
      )}
    </>
  );
}

function Considered(props: { lines: PartLines['lines']; views: readonly PartLineView[]; close: () => void }) {
  const { lines, views, close } = props;
  const [take, { isLoading, error }] = useTakePartsMutation();
  const count = (what: PartLineView['what']) => views.filter((one) => one.what === what).length;
  const sorted = [...views].sort((a, b) => ORDER.indexOf(a.what) - ORDER.indexOf(b.what) || a.line - b.line);
  const bad = count('wrong');
  const doing = count('new') + count('changed');
  const save = async () => {
    const answer = await take({ body: { lines } });
    if (!answer.error) close();
  };
  return (
    <>
      <DialogContent>
        <p>{ORDER.map((what) => `${count(what)} ${what}`).join(', ')}.</p>
        <div className={styles.lines} tabIndex={0} role="group" aria-label="Lines">
          <table>
            <thead>
              <tr>
                <th className="figure">Line</th>
                <th>Number</th>
                <th>What</th>
                <th>Column by column</th>
              </tr>
            </thead>
            <tbody>
              {sorted.map((one) => (
                <tr key={one.line}>
                  <td className="figure">{one.line}</td>
                  <td className="mono">{one.partNumber}</td>
                  <td>
                    {one.what === 'wrong' && <OutcomeMark outcome="fail" />} {one.what}
                  </td>
                  <td>
                    {one.problems.map(({ column, sentence }) => (
                      <div key={column + sentence}>
                        <b>{column}</b>: {sentence}
                      </div>
                    ))}
                    {one.changes.map(({ column, from, to }) => (
                      <div key={column}>
                        <b>{column}</b>: {from || 'nothing'} → {to || 'nothing'}
                      </div>
                    ))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <TroubleNote error={error} />
      </DialogContent>
      <DialogActions>
        {bad > 0 && <span className="sub">Correct the wrong lines in the file and choose it again.</span>}
        <Button onClick={close}>Leave it</Button>
        <Button variant="contained" disabled={isLoading || bad > 0 || doing === 0} onClick={() => void save()}>
          {doing === 0 ? 'Nothing to take' : `Take ${doing}`}
        </Button>
      </DialogActions>
    </>
  );
}
