import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState, type Ref } from 'react';
import type { JobBooking, ModelView } from '@udrel/contract/types';
import { DEVICE_KINDS } from '@udrel/core/device';
import { useModelsQuery } from '../../api/api';
import styles from '../../ui/columns.module.css';

/** A model as chosen, or one that the library does not have. */
export interface ChosenModel {
  model: ModelView | null;
  /** Takes the place of a chosen one. */
  stub: NonNullable<JobBooking['device']['stub']> | null;
}

type Change = (part: Partial<ChosenModel>) => void;

/** What is wrong with it, and whoever puts the keyboard there. */
interface Told {
  trouble: string | undefined;
  inputRef?: Ref<HTMLInputElement> | undefined;
}

/** The device model, found by maker, name or code while typing; one that the library does not have starts a stub. */
export function ModelField(props: { device: ChosenModel; change: Change } & Told) {
  const { device, change, ...told } = props;
  const { model, stub } = device;
  const [text, setText] = useState('');
  if (stub) return <StubFields stub={stub} change={change} {...told} />;
  return (
    <ModelChoice
      model={model}
      choose={(chosen) => change({ model: chosen })}
      typed={text}
      type={setText}
      {...told}
      byName={() => change({ model: null, stub: { maker: '', name: text.trim(), kind: 'laptop' } })}
    />
  );
}

/** The last of the choices, for a model that the library does not have. */
const BY_NAME = 'Not in the library: book it by its name';

/** The choice of a model from the library; `byName` where one that it does not have is taken by its name. */
export function ModelChoice({
  model,
  choose,
  typed,
  type,
  trouble,
  inputRef,
  byName,
}: Told & {
  model: ModelView | null;
  choose: (model: ModelView | null) => void;
  typed: string;
  type: (text: string) => void;
  byName?: () => void;
}) {
  const wanted = model ? '' : typed;
  const asked = useDeferredValue(wanted);
  const { currentData } = useModelsQuery({ find: asked });
  // What was found for an earlier text must not be taken by Enter for this one.
  const found = asked === wanted ? currentData : undefined;
  return (
    <Autocomplete<ModelView | typeof BY_NAME>
      options={[...(found ?? []), ...(found && byName && asked.trim() ? ([BY_NAME] as const) : [])]}
      loading={found === undefined}
      loadingText="Looking …"
      filterOptions={(options) => options}
      getOptionLabel={(option) => (option === BY_NAME ? BY_NAME : `${option.maker} ${option.name}, ${option.code}`)}
      getOptionKey={keyOf}
      isOptionEqualToValue={(option, value) => keyOf(option) === keyOf(value)}
      value={model}
      onChange={(_event, chosen) => (chosen === BY_NAME ? byName?.() : choose(chosen))}
      onInputChange={(_event, value) => type(value)}
      // Without a choice it would send the form around it.
      onKeyDown={(event) => event.key === 'Enter' && !model && event.preventDefault()}
      autoHighlight
      noOptionsText="No such model in the library"
      renderInput={(params) => (
        <TextField
          {...params}
          label="Device model: name or number"
          inputRef={inputRef}
          error={trouble !== undefined}
          helperText={trouble}
        />
      )}
    />
  );
}

const keyOf = (option: ModelView | typeof BY_NAME) => (option === BY_NAME ? option : option.id);

function StubFields(props: { stub: NonNullable<ChosenModel['stub']>; change: Change } & Told) {
  const { stub, change, trouble, inputRef } = props;
  const set = (part: Partial<typeof stub>) => change({ stub: { ...stub, ...part } });
  return (
    <div className={styles.stub}>
      <TextField
        autoFocus
        label="Maker"
        inputRef={inputRef}
        value={stub.maker}
        onChange={(event) => set({ maker: event.target.value })}
        error={trouble !== undefined}
        helperText={trouble}
      />
      <TextField label="Model name" value={stub.name} onChange={(event) => set({ name: event.target.value })} />
      <TextField
        select
        label="Kind"
        value={stub.kind}
        onChange={(event) => set({ kind: event.target.value as typeof stub.kind })}
        slotProps={{ select: { native: true } }}
      >
        {DEVICE_KINDS.map((kind) => (
          <option key={kind}>{kind}</option>
        ))}
      </TextField>
      <Button onClick={() => change({ stub: null })}>Choose from the library</Button>
    </div>
  );
}
