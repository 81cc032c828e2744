import type { Station } from '@udrel/core/stations';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { Suspense, useState, type ComponentType } from 'react';
import { may } from '@udrel/contract/permissions';
import type { Permission, JobView } from '@udrel/contract/types';
import { useSessionQuery } from '../../../api/api';
import { late } from '../../../ui/late';
import type * as Corrections from './corrections';

interface Entry {
  title: string;
  deed: Permission;
  dialog: ComponentType<{ job: JobView; close: () => void; station: Station }>;
  when?: (job: JobView) => boolean;
}

type Dialogs = typeof Corrections;

/** A dialog that is loaded once it is opened, or once everything else stands. */
const dialog = (name: keyof Dialogs): Entry['dialog'] =>
  late(async () => {
    const dialogs: { readonly [K in keyof Dialogs]: Entry['dialog'] } = await import('./corrections');
    return { default: dialogs[name] };
  });

const ENTRIES: readonly Entry[] = [
  { title: 'Another customer …', deed: 'correct a booking', dialog: dialog('CorrectCustomer') },
  { title: 'Customer’s name or phone …', deed: 'correct a booking', dialog: dialog('CorrectDetails') },
  { title: 'Another serial …', deed: 'correct a booking', dialog: dialog('CorrectSerial') },
  { title: 'Another model …', deed: 'correct the work', dialog: dialog('CorrectModel') },
  { title: 'Complaint, promise, price …', deed: 'correct a booking', dialog: dialog('CorrectBooking') },
  {
    title: 'Back to this station …',
    deed: 'correct the work',
    dialog: dialog('GoBack'),
    when: (job) => !job.snapshot.end,
  },
  { title: 'End without work …', deed: 'end without work', dialog: dialog('EndWithoutWork') },
  {
    title: 'Go on after all …',
    deed: 'end without work',
    dialog: dialog('GoOn'),
    when: (job) => job.snapshot.end !== null,
  },
];

/** What lies beside the straight path: corrections, going back, ending without work. */
export function JobMenu({ job, station }: { job: JobView; station: Station }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [open, setOpen] = useState<Entry | null>(null);
  const role = useSessionQuery().data?.staff?.role;
  const offered = ENTRIES.filter((entry) => may(role, entry.deed) && (entry.when?.(job) ?? true));
  const Dialog = open?.dialog;
  return (
    <>
      <Button aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        Correct or end …
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {offered.map((entry) => (
          <MenuItem
            key={entry.title}
            onClick={() => {
              setAnchor(null);
              setOpen(entry);
            }}
          >
            {entry.title}
          </MenuItem>
        ))}
      </Menu>
      <Suspense>{Dialog && <Dialog job={job} station={station} close={() => setOpen(null)} />}</Suspense>
    </>
  );
}
