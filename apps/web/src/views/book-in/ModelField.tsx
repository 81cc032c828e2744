import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState } from 'react';
import type { ModelView } from '@udrel/contract/types';
import { useModelsQuery } from '../../api/api';

/** The device model from the library, found by maker, name or code while typing. */
export function ModelField({
  model,
  choose,
  trouble,
}: {
  model: ModelView | null;
  choose: (model: ModelView | null) => void;
  trouble: string | undefined;
}) {
  const [text, setText] = useState('');
  const { data = [] } = useModelsQuery(useDeferredValue(model ? '' : text));
  return (
    <Autocomplete
      options={data}
      filterOptions={(options) => options}
      getOptionLabel={(option) => `${option.maker} ${option.name}, ${option.code}`}
      getOptionKey={(option) => option.id}
      isOptionEqualToValue={(option, value) => option.id === value.id}
      value={model}
      onChange={(_event, chosen) => choose(chosen)}
      onInputChange={(_event, value) => setText(value)}
      autoHighlight
      noOptionsText="No such model in the library"
      renderInput={(params) => (
        <TextField
          {...params}
          label="Device model: name or number"
          error={trouble !== undefined}
          helperText={trouble}
        />
      )}
    />
  );
}
