import FilterList from '@mui/icons-material/FilterList';
import ViewColumnOutlined from '@mui/icons-material/ViewColumnOutlined';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import ListItemText from '@mui/material/ListItemText';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
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

/** A filter that was kept: the address of the list with it. */
interface KeptFilter {
  name: string;
  search: string;
}

/** Filters kept under a name in this browser: one is chosen, the present one is kept, one is thrown away. */
export function FilterMenu({ list }: { list: string }) {
  const [search, setSearch] = useSearchParams();
  const [kept, setKept] = useKeptHere<readonly KeptFilter[]>(`${list}.filters`, []);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [name, setName] = useState('');
  const now = search.toString();
  const present = kept.find((one) => one.search === now);
  const keep = () => {
    const called = name.trim();
    if (called === '') return;
    setKept([...kept.filter((one) => one.name !== called), { name: called, search: now }]);
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
          <MenuItem onClick={() => setKept(kept.filter((one) => one !== present))}>
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
              keep();
            }}
          />
          <Button disabled={name.trim() === ''} onClick={keep}>
            Keep
          </Button>
        </li>
      </Menu>
    </>
  );
}
