import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';

/** Something that a menu offers; without `act` it only says something. */
export type Offered = readonly [key: string, words: string, act: (() => void) | null];

/** A menu at what opened it. Its parts come when the first menu is opened. */
export default function MenuOf(props: { anchor: HTMLElement; offers: readonly Offered[]; close: () => void }) {
  const { anchor, offers, close } = props;
  return (
    <Menu anchorEl={anchor} open onClose={close}>
      {offers.map(([key, words, act]) => (
        <MenuItem
          key={key}
          disabled={act === null}
          onClick={() => {
            close();
            act?.();
          }}
        >
          {words}
        </MenuItem>
      ))}
    </Menu>
  );
}
