import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useDeferredValue, type Ref } from 'react';
import { MOST_CUSTOMERS } from '@udrel/contract/limits';
import type { CustomerView } from '@udrel/contract/types';
import { useCustomersQuery } from '../../api/api';
import styles from '../../ui/columns.module.css';

/** A customer as typed: found, or new with a name and a phone. */
export interface CustomerDraft {
  customer: CustomerView | null;
  name: string;
  phone: string;
}

interface Props {
  draft: CustomerDraft;
  change: (part: Partial<CustomerDraft>) => void;
  trouble: (field: string) => string | undefined;
  /** Whoever puts the keyboard to what is wrong. */
  refs?: { name: Ref<HTMLInputElement>; phone: Ref<HTMLInputElement> };
}

/** The customer, found by name or phone while typing; a name that is not chosen from the list is a new customer. */
export function CustomerField({ draft, change, trouble, refs }: Props) {
  const typed = useDeferredValue(draft.name);
  // Not what was found for an earlier text: Enter would take it for this one.
  const { currentData: data = [] } = useCustomersQuery({ find: typed }, { skip: typed.trim().length < 2 });
  const phoneTyped = /^[\d\s+()/-]{3,}$/.test(draft.name.trim());
  const { customer } = draft;
  return (
    <>
      <div className={styles['two-thirds']}>
        <Autocomplete<CustomerView, false, false, true>
          freeSolo
          options={data}
          filterOptions={(options) => options}
          getOptionLabel={(option) => (typeof option === 'string' ? option : option.name)}
          getOptionKey={(option) => (typeof option === 'string' ? option : option.id)}
          renderOption={({ key, ...props }, option) => (
            <li key={key} {...props}>
              <span>
                {option.name} <span className="sub mono">{option.phone}</span>
                {option.openJobs > 0 && <span className="sub"> {option.openJobs} open</span>}
              </span>
            </li>
          )}
          value={customer}
          inputValue={draft.name}
          onInputChange={(_event, name, reason) => {
            if (reason !== 'reset') change({ name, customer: null });
          }}
          onChange={(_event, chosen) => {
            if (chosen && typeof chosen !== 'string')
              change({ customer: chosen, name: chosen.name, phone: chosen.phone });
          }}
          renderInput={(params) => (
            <TextField
              {...params}
              label="Customer: name or phone"
              inputRef={refs?.name}
              autoFocus
              error={trouble('customer.name') !== undefined}
              helperText={trouble('customer.name') ?? hint(customer, draft.name, phoneTyped, data.length)}
            />
          )}
        />
      </div>
      <div className={styles.third}>
        <TextField
          label="Phone"
          inputRef={refs?.phone}
          value={draft.phone}
          disabled={customer !== null}
          onChange={(event) => change({ phone: event.target.value })}
          error={trouble('customer.phone') !== undefined}
          helperText={trouble('customer.phone')}
        />
      </div>
    </>
  );
}

function hint(customer: CustomerView | null, name: string, phoneTyped: boolean, found: number): string | undefined {
  if (customer) return customer.openJobs > 0 ? `known customer, ${customer.openJobs} open` : 'known customer';
  if (found >= MOST_CUSTOMERS) return `the first ${found} are listed: type more of the name or number`;
  if (phoneTyped) return 'choose from the list, or type the name of a new customer';
  return name.trim() ? 'new customer, unless chosen from the list' : undefined;
}
