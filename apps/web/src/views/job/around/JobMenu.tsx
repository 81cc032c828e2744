import type { Station } from '@udrel/core/stations';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState, type ComponentType } from 'react';
import { may } from '@udrel/contract/permissions';
import type { Permission, JobView } from '@udrel/contract/types';
import { useSessionQuery } from '../../../api/api';
import {
  CorrectBooking,
  CorrectCustomer,
  CorrectDetails,
  CorrectModel,
  CorrectSerial,
  EndWithoutWork,
  GoBack,
  GoOn,
} from './corrections';

interface Entry {
  title: string;
  deed: Permission;
  dialog: ComponentType<{ job: JobView; close: () => void; station: Station }>;
  when?: (job: JobView) => boolean;
}

const ENTRIES: readonly Entry[] = [
  { title: 'Another customer …', deed: 'correct a booking', dialog: CorrectCustomer },
  { title: 'Customer’s name or phone …', deed: 'correct a booking', dialog: CorrectDetails },
  { title: 'Another serial …', deed: 'correct a booking', dialog: CorrectSerial },
  { title: 'Another model …', deed: 'correct the work', dialog: CorrectModel },
  { title: 'Complaint, promise, price …', deed: 'correct a booking', dialog: CorrectBooking },
  { title: 'Back to this station …', deed: 'correct the work', dialog: GoBack, when: (job) => !job.snapshot.end },
  { title: 'End without work …', deed: 'end without work', dialog: EndWithoutWork },
  { title: 'Go on after all …', deed: 'end without work', dialog: GoOn, when: (job) => job.snapshot.end !== null },
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
      {Dialog && <Dialog job={job} station={station} close={() => setOpen(null)} />}
    </>
  );
}
