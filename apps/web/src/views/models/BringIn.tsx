import Button from '@mui/material/Button';
import { useState, type ChangeEvent } from 'react';
import type { ModelSpec } from '@udrel/contract/types';
import { useAddModelMutation } from '../../api/api';
import { troubleOf } from '../../api/problem';
import { TroubleNote } from '../../ui';

/** A model is brought in from a file of the open format. */
export function BringIn() {
  const [add, { error, data }] = useAddModelMutation();
  const [unreadable, setUnreadable] = useState('');
  const problems = troubleOf(error)?.problem?.problems ?? [];

  async function read(event: ChangeEvent<HTMLInputElement>): Promise<void> {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    try {
      setUnreadable('');
      await add({ body: JSON.parse(await file.text()) as ModelSpec });
    } catch {
      setUnreadable(`${file.name} is no model file: it is not readable JSON.`);
    }
  }

  return (
    <>
      <Button component="label">
        Bring in a model file
        <input type="file" accept=".json,application/json" hidden onChange={(event) => void read(event)} />
      </Button>
      <div style={{ maxWidth: 420 }} role="status">
        {unreadable && <span className="danger">{unreadable}</span>}
        {!unreadable && problems.length > 0
          ? problems.slice(0, 3).map((one) => (
              <div key={one.field} className="danger">
                {one.field}: {one.sentence}
              </div>
            ))
          : !unreadable && <TroubleNote error={error} />}
        {data && !error && `${data.maker} ${data.name} is in the library.`}
      </div>
    </>
  );
}
