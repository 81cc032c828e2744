import FilterList from '@mui/icons-material/FilterList';
import ViewColumnOutlined from '@mui/icons-material/ViewColumnOutlined';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import ListItemText from '@mui/material/ListItemText';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { FilteredList, KeptFilterView } from '@udrel/contract/types';
import { useKeepFilterMutation, useKeptFiltersQuery } from '../../api/after';
import { TroubleNote } from '../../ui';
import type { Column } from './ListTable';
import { useKeptHere } from '../stored/kept-here';
import styles from './list-table.module.css';

/** Which columns of a list are left out in this browser. */
export function useHidden(
  list: string,
  usually: readonly string[],
): [readonly string[], (ids: readonly string[]) => void] {
  return useKeptHere<readonly string[]>(`${list}.hidden`, usually);
}

/** Columns to be shown or left out. */
export function ColumnMenu<Row, By extends string>(props: {
  columns: readonly Column<Row, By>[];
  hidden: readonly string[];
  setHidden: (ids: readonly string[]) => void;
}) {
  const { columns, hidden, setHidden } = props;
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button
        startIcon={<ViewColumnOutlined />}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Columns
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {columns
          .filter(({ always }) => !always)
          .map(({ id, title }) => {
            const shown = !hidden.includes(id);
            return (
              <MenuItem
                key={id}
                role="menuitemcheckbox"
                aria-checked={shown}
                onClick={() => setHidden(shown ? [...hidden, id] : hidden.filter((one) => one !== id))}
              >
                <Checkbox checked={shown} size="small" tabIndex={-1} slotProps={{ input: { 'aria-hidden': true } }} />
                <ListItemText>{title}</ListItemText>
              </MenuItem>
            );
          })}
      </Menu>
    </>
  );
}

const NONE: readonly KeptFilterView[] = [];

/**
 * Filters that somebody keeps under a name, in whichever browser: one is chosen, the present one is kept, one is thrown away.
 * What this browser alone had kept is given to the account.
 */
export function FilterMenu({ list }: { list: FilteredList }) {
  const [search, setSearch] = useSearchParams();
  const { data: all = NONE, error } = useKeptFiltersQuery();
  const [send, { error: refused, isLoading }] = useKeepFilterMutation();
  const [here, setHere] = useKeptHere<readonly { name: string; search: string }[]>(`${list}.filters`, []);
  const kept = all.filter((one) => one.list === list);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [name, setName] = useState('');
  const now = search.toString();
  const present = kept.find((one) => one.search === now);
  useEffect(() => {
    if (here.length === 0) return;
    void Promise.all(here.map((one) => send({ body: { list, ...one } }))).then(
      (done) => done.every((one) => !one.error) && setHere([]),
    );
    // Once: what is kept from now on is kept at the account.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what lies in this browser is read when the list opens
  }, []);
  const keep = async () => {
    const called = name.trim();
    if (called === '' || (await send({ body: { list, name: called, search: now } })).error) return;
    setName('');
    setAnchor(null);
  };
  return (
    <>
      <Button startIcon={<FilterList />} aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        {present ? `Filter: ${present.name}` : 'Kept filters'}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {kept.map((one) => (
          <MenuItem
            key={one.name}
            selected={one === present}
            onClick={() => {
              setSearch(new URLSearchParams(one.search));
              setAnchor(null);
            }}
          >
            {one.name}
          </MenuItem>
        ))}
        {present && (
          <MenuItem onClick={() => void send({ body: { list, name: present.name, search: null } })}>
            Throw “{present.name}” away
          </MenuItem>
        )}
        <li
          className={styles.keep}
          role="none"
          onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()}
        >
          <TextField
            label="Keep this filter as"
            value={name}
            onChange={(event) => setName(event.target.value)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter') return;
              // Or it presses the button that has the keyboard once the menu is gone.
              event.preventDefault();
              void keep();
            }}
          />
          <Button disabled={isLoading || name.trim() === ''} onClick={() => void keep()}>
            Keep
          </Button>
        </li>
        <TroubleNote error={refused ?? error} />
      </Menu>
    </>
  );
}
