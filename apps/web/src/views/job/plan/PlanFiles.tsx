import type { AcceptedPlan } from '@udrel/core/facts';
import DownloadOutlined from '@mui/icons-material/DownloadOutlined';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { PLAN_COLUMNS, planDocument, planLines, planRows, tableImage } from '@udrel/core/plan-file';
import { saveFile } from '../../../ui/save-file';

/** What writes CSV is loaded by whoever wants some. */
const csvOf = async (accepted: AcceptedPlan) =>
  (await import('@udrel/contract/csv')).writtenCsv([[...PLAN_COLUMNS], ...planRows(planLines(accepted))]);

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
  const { tag } = job;
  const save = (act: (accepted: AcceptedPlan) => void) => () => {
    setAnchor(null);
    if (plan) act(plan);
  };
  const pieces =
    plan && anchor
      ? plan.drives.flatMap(({ id, serial }) => tableImage(plan, id).map((piece) => ({ ...piece, serial })))
      : [];
  const drives = new Set(pieces.map(({ serial }) => serial));
  return (
    <>
      <Button
        startIcon={<DownloadOutlined />}
        disabled={disabled}
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Files
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        <MenuItem
          onClick={save((accepted) => {
            void csvOf(accepted).then((csv) => saveFile(`${tag}-plan.csv`, 'text/csv', csv));
          })}
        >
          Plan as CSV
        </MenuItem>
        <MenuItem
          onClick={save((accepted) =>
            saveFile(`${tag}-plan.json`, 'application/json', JSON.stringify(planDocument(tag, accepted), null, 2)),
          )}
        >
          Plan as JSON
        </MenuItem>
        {pieces.map(({ serial, name, offset, bytes }) => (
          <MenuItem
            key={`${serial} ${offset}`}
            onClick={save(() => saveFile(`${serial}-table-at-${offset}.bin`, 'application/octet-stream', bytes))}
          >
            Table image: {name}
            {drives.size > 1 && `, ${serial}`}
          </MenuItem>
        ))}
        {pieces.length === 0 && <MenuItem disabled>No table image: no such table holds this plan</MenuItem>}
      </Menu>
    </>
  );
}
