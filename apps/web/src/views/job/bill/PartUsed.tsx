import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState } from 'react';
import type { PartView } from '@udrel/contract/types';
import { usePartsInfiniteQuery } from '../../../api/api';
import { money } from '../../../format/units';

/** A small part that was used, found by name or number while typing; it goes off the shelf with the bill. */
export function PartUsed({ use }: { use: (part: PartView) => void }) {
  const [typed, setTyped] = useState('');
  const find = useDeferredValue(typed.trim());
  const { currentData } = usePartsInfiniteQuery({ kind: 'small part', there: 'yes', ...(find ? { find } : {}) });
  return (
    <Autocomplete<PartView>
      options={currentData?.pages.flatMap(({ rows }) => rows) ?? []}
      loading={currentData === undefined}
      loadingText="Looking …"
      noOptionsText="No small part on the shelf is like that."
      filterOptions={(options) => options}
      getOptionKey={({ id }) => id}
      getOptionLabel={({ maker, name, partNumber, price, onShelf, reserved }) =>
        `${maker} ${name}, ${partNumber}, ${money(price)}, ${onShelf - reserved} there`
      }
      value={null}
      inputValue={typed}
      onInputChange={(_event, text, why) => setTyped(why === 'reset' ? '' : text)}
      onChange={(_event, part) => part && use(part)}
      // Without a choice it would send the form around it.
      onKeyDown={(event) => event.key === 'Enter' && event.preventDefault()}
      renderInput={(given) => <TextField {...given} label="Small part off the shelf" />}
      sx={{ minWidth: 300, flex: 1 }}
    />
  );
}
