import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { machineEndpoints } from '@udrel/contract/endpoints';
import type { BenchMachine, MachinesView, MachineToken, MachineView } from '@udrel/contract/types';
import {
  useAddMachineMutation,
  useChangeMachineMutation,
  useEndMachineMutation,
  useMachinesQuery,
  useRenewTokenMutation,
} from '../../../api/after';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useShapedForm, type Read } from '../../../features/form/shaped-form';
import { moment } from '../../../format/time';
import { saveFile } from '../../../ui/save-file';
import { Foot, Loaded, Sheet, TroubleNote } from '../../../ui';
import styles from '../shop.module.css';

/** The machines at the bench: which berths the agent of each watches, and the token by which it proves itself. */
export function Machines() {
  const { data, error } = useMachinesQuery(undefined, { pollingInterval: 60_000, skipPollingIfUnfocused: true });
  const [shown, setShown] = useState<'new' | MachineView | null>(null);
  const [token, setToken] = useState<(MachineToken & { again: boolean }) | null>(null);
  return (
    <Sheet title="Bench machines" aside="whose agents watch copies">
      <Loaded data={data} error={error} what="the machines">
        {(view) => (
          <>
            <List view={view} change={setShown} give={(made) => setToken({ ...made, again: true })} />
            <Foot note={othersOf(view)}>
              <Button onClick={() => setShown('new')}>Add a machine …</Button>
            </Foot>
          </>
        )}
      </Loaded>
      {shown !== null && (
        <MachineDialog
          machine={shown === 'new' ? null : shown}
          close={() => setShown(null)}
          give={(made) => {
            setShown(null);
            setToken({ ...made, again: false });
          }}
        />
      )}
      {token && <TokenDialog token={token} close={() => setToken(null)} />}
    </Sheet>
  );
}

const berthsOf = (berths: readonly number[]) => `${berths.length === 1 ? 'berth' : 'berths'} ${berths.join(', ')}`;

function othersOf({ others, machines }: MachinesView): string | undefined {
  if (others.length === 0) return machines.length === 0 ? 'No berth is watched: copies are timed by hand.' : undefined;
  return `${berthsOf(others)}: by the agent of the server, or by none`;
}

interface ListProps {
  view: MachinesView;
  change: (machine: MachineView) => void;
  give: (token: MachineToken) => void;
}

function List({ view: { machines }, change, give }: ListProps) {
  const [renew, renewing] = useRenewTokenMutation();
  const [end, ending] = useEndMachineMutation();
  const [sure, setSure] = useState<string | null>(null);
  return (
    <>
      <ul className={styles.list}>
        {machines.map((machine) => (
          <li key={machine.id}>
            <span>
              {machine.name}
              <span className="sub">
                , {berthsOf(machine.berths)}, {machine.seenAt ? `heard ${moment(machine.seenAt)}` : 'never heard'},
                token of {moment(machine.tokenAt)}
              </span>
            </span>
            <span className={styles.row}>
              <Button onClick={() => change(machine)} aria-label={`Change ${machine.name}`}>
                Change …
              </Button>
              <Button
                disabled={renewing.isLoading}
                aria-label={`New token for ${machine.name}`}
                onClick={() => void renew({ id: machine.id }).then(({ data }) => data && give(data))}
              >
                New token
              </Button>
              <Button
                color="error"
                disabled={ending.isLoading}
                aria-label={`End ${machine.name}`}
                onClick={() => (sure === machine.id ? void end({ id: machine.id }) : setSure(machine.id))}
              >
                {sure === machine.id ? 'End it, really' : 'End it'}
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <TroubleNote error={renewing.error ?? ending.error} />
    </>
  );
}

/** Numbers as they were typed, with commas or blanks between, and spans such as 3-6. */
function numbersOf(typed: string): number[] {
  return typed
    .split(/[\s,;]+/)
    .filter(Boolean)
    .flatMap((one) => {
      const [from = NaN, until = from] = one.split(/[-–]/).map(Number);
      return until - from < 64 ? Array.from({ length: until - from + 1 }, (_none, n) => from + n) : [NaN];
    });
}

function MachineDialog(props: { machine: MachineView | null; close: () => void; give: (token: MachineToken) => void }) {
  const { machine, close, give } = props;
  const [add, adding] = useAddMachineMutation();
  const [change, changing] = useChangeMachineMutation();
  const form = useShapedForm({
    begin: { name: machine?.name ?? '', berths: machine?.berths.join(', ') ?? '' },
    read: ({ name, berths }): Read<BenchMachine> => {
      const numbers = [...new Set(numbersOf(berths))].sort((one, other) => one - other);
      const right = numbers.length > 0 && numbers.every((one) => Number.isInteger(one) && one > 0 && one < 1000);
      return right
        ? { ok: true, body: { name: name.trim(), berths: numbers } }
        : { ok: false, problems: [{ field: 'berths', sentence: 'Numbers such as 4, 5 or 4-6.' }] };
    },
    shape: machineEndpoints.addMachine.body,
    error: adding.error ?? changing.error,
  });
  const save = form.handleSubmit(async (body) => {
    if (machine) {
      if ((await change({ id: machine.id, body })).data) close();
      return;
    }
    const { data } = await add({ body });
    if (data) give(data);
  });
  return (
    <Dialog open onClose={close} aria-label="Bench machine">
      <form onSubmit={(event) => void save(event)}>
        <DialogTitle>{machine ? machine.name : 'A bench machine'}</DialogTitle>
        <DialogContent>
          <div className={styles.fields} style={{ paddingTop: 6 }}>
            <Field form={form} name="name" label="Name" autoFocus />
            <Field form={form} name="berths" label="Berths that it watches" help="numbers, such as 4, 5 or 4-6" />
          </div>
          <FormTrouble form={form} />
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={adding.isLoading || changing.isLoading}>
            {machine ? 'Change it' : 'Add it and show its token'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

function TokenDialog(props: { token: MachineToken & { again: boolean }; close: () => void }) {
  const { close } = props;
  const { name, token, again } = props.token;
  return (
    <Dialog open aria-label={`Token of ${name}`}>
      <DialogTitle>Token of {name}</DialogTitle>
      <DialogContent>
        <p>
          It is shown this once. Bring it to {name} as a file that its user alone can read.
          {again && ' The token before holds until this one is used, for a day at most.'}
        </p>
        <p className={styles.key} role="status" aria-label="The token">
          {token}
        </p>
        <p className="sub">
          There, with <span className="mono">UDREL_SERVER={window.location.origin}</span> and the file named by{' '}
          <span className="mono">UDREL_AGENT_TOKEN_FILE</span>, run <span className="mono">npm run agent</span>. It
          changes its token by itself every 30 days.
        </p>
      </DialogContent>
      <DialogActions>
        <Button onClick={() => saveFile('agent-token', 'text/plain', `${token}\n`)}>Save it as a file</Button>
        <Button variant="contained" onClick={close}>
          It is kept
        </Button>
      </DialogActions>
    </Dialog>
  );
}
