import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Papa from 'papaparse';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { PLAN_COLUMNS, planDocument, planLines, planRows, tableImage } from '@udrel/core/plan-file';
import type { AcceptedPlan } from '@udrel/core/steps';
import { saveFile } from '../../../ui/save-file';

/** The accepted plan as files: a table, an open document, and the new partition table as it stands on the drive. */
export function PlanFiles({
  job,
  plan,
  disabled,
}: {
  job: JobView;
  plan: AcceptedPlan | undefined;
  disabled: boolean;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { snapshot, tag } = job;
  const save = (act: (accepted: AcceptedPlan) => void) => () => {
    setAnchor(null);
    if (plan) act(plan);
  };
  const images = (plan?.targets ?? []).flatMap(({ id, scheme }) => {
    const serial = id === 'new' ? plan?.targetSerial : plan?.addedSerial;
    return scheme === 'gpt' && serial ? [{ id, serial }] : [];
  });
  return (
    <>
      <Button
        disabled={disabled}
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Files
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        <MenuItem
          onClick={save((accepted) =>
            saveFile(
              `${tag}-plan.csv`,
              'text/csv',
              Papa.unparse([[...PLAN_COLUMNS], ...planRows(planLines(snapshot, accepted))]),
            ),
          )}
        >
          Plan as CSV
        </MenuItem>
        <MenuItem
          onClick={save((accepted) =>
            saveFile(
              `${tag}-plan.json`,
              'application/json',
              JSON.stringify(planDocument(tag, snapshot, accepted), null, 2),
            ),
          )}
        >
          Plan as JSON
        </MenuItem>
        {images.flatMap(({ id, serial }) =>
          (['head', 'tail'] as const).map((end) => (
            <MenuItem
              key={`${id} ${end}`}
              onClick={save((accepted) => {
                const piece = tableImage(snapshot, accepted, id)?.[end];
                if (piece) saveFile(`${serial}-table-at-${piece.offset}.bin`, 'application/octet-stream', piece.bytes);
              })}
            >
              {end === 'head' ? 'Table image: protective MBR and primary' : 'Table image: backup at the end'}
              {images.length > 1 && `, ${serial}`}
            </MenuItem>
          )),
        )}
        {images.length === 0 && <MenuItem disabled>No table image: an MBR is made by the copying tool</MenuItem>}
      </Menu>
    </>
  );
}
