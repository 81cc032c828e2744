import { STATIONS } from '@udrel/core/stations';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useDeferredValue } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import type { JobRow } from '@udrel/contract/types';
import { useJobsInfiniteQuery } from '../../api/api';
import { moment } from '../../format/time';
import { Empty, Loaded, Sheet, Tag } from '../../ui';
import styles from '../../ui/list.module.css';

/** All jobs, newest first, filtered by station, text and whether they are open. The filter stands in the address. */
export default function Jobs() {
  const [given, setGiven] = useSearchParams();
  const filter = {
    station: given.get('station') ?? '',
    text: given.get('text') ?? '',
    all: given.get('all') === 'yes',
  };
  const asked = useDeferredValue(filter.text);
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useJobsInfiniteQuery({
    ...(filter.station ? { station: filter.station } : {}),
    ...(asked ? { text: asked } : {}),
    ...(filter.all ? { all: 'yes' as const } : {}),
  });
  const set = (key: string, value: string) => {
    const next = new URLSearchParams(given);
    if (value) next.set(key, value);
    else next.delete(key);
    setGiven(next, { replace: true });
  };
  return (
    <>
      <div className={styles.filters}>
        <h1>Jobs</h1>
        <TextField
          label="Customer, device, tag or serial"
          value={filter.text}
          onChange={(event) => set('text', event.target.value)}
          sx={{ maxWidth: 320 }}
        />
        <TextField
          select
          label="Station"
          value={filter.station}
          onChange={(event) => set('station', event.target.value)}
          sx={{ maxWidth: 170 }}
          slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
        >
          <option value="">all</option>
          {STATIONS.map((station) => (
            <option key={station}>{station}</option>
          ))}
        </TextField>
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={filter.all}
              onChange={(event) => set('all', event.target.checked ? 'yes' : '')}
            />
          }
          label="closed ones too"
        />
      </div>
      <Loaded data={data} error={error} what="the jobs">
        {({ pages }) => (
          <>
            <JobTable rows={pages.flatMap((page) => page.rows)} />
            {hasNextPage && (
              <Button sx={{ mt: 1.5 }} disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
                Older jobs
              </Button>
            )}
          </>
        )}
      </Loaded>
    </>
  );
}

function JobTable({ rows }: { rows: readonly JobRow[] }) {
  const navigate = useNavigate();
  if (rows.length === 0) return <Empty>No job is like that. Change the filter, or press b to book one in.</Empty>;
  return (
    <Sheet>
      <table>
        <thead>
          <tr>
            <th>Tag</th>
            <th>Customer</th>
            <th className="roomy">Device</th>
            <th className="roomy">Wish</th>
            <th>Station</th>
            <th>Next</th>
            <th className="figure">Promised</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.tag} className={styles.row} onClick={() => void navigate(`/jobs/${row.tag}`)}>
              <td>
                <Tag tag={row.tag} />
              </td>
              <td className={styles.wide} title={row.customer}>
                {row.customer}
              </td>
              <td className={`${styles.wide} roomy`} title={row.device}>
                {row.device}
              </td>
              <td className="roomy">{row.wish}</td>
              <td>{row.closedAt ? 'closed' : row.station}</td>
              <td className={styles.wide} title={row.next}>
                {row.closedAt ? '' : row.next}
              </td>
              <td className="figure">{row.promisedAt ? moment(row.promisedAt) : '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Sheet>
  );
}
