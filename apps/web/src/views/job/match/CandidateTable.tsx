import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { DriveMatch, PartRecord } from '@udrel/contract/types';
import { describeDrive, driveSize } from '../../../format/parts';
import { money, rate, whole } from '../../../format/units';
import { Empty, Sheet, VerdictMark } from '../../../ui';
import { SpeedBar } from './SpeedBar';
import styles from './order/match.module.css';

export type Candidate = DriveMatch['candidates'][number];

/** The ranked candidates of a site, of which some can be left out by words, verdict and shelf. */
export function CandidateTable(props: {
  candidates: readonly Candidate[];
  of: number;
  chosen: Candidate | undefined;
  choose: (partId: string) => void;
  /** What the shop's own jobs say of parts at this site. */
  records: readonly PartRecord[];
}) {
  const { candidates, of, chosen, choose, records } = props;
  const [words, setWords] = useState('');
  const [fitsOnly, setFitsOnly] = useState(false);
  const [shelfOnly, setShelfOnly] = useState(false);
  const shown = candidates.filter(
    (one) =>
      matches(one, words) &&
      (!fitsOnly || (one.verdict.startsWith('fits') && one.needMet)) &&
      (!shelfOnly || one.own || one.offer.stock > 0),
  );
  const most = Math.max(1, ...shown.map((one) => (one.speedHere > 0 ? one.offer.drive.read : 0)));
  return (
    <Sheet>
      <div className={styles.filters}>
        <TextField
          label="Only with these words"
          value={words}
          onChange={(event) => setWords(event.target.value)}
          slotProps={{ htmlInput: { 'data-scan': 'here' } }}
        />
        <FormControlLabel
          control={<Checkbox checked={fitsOnly} onChange={(event) => setFitsOnly(event.target.checked)} />}
          label="fits"
        />
        <FormControlLabel
          control={<Checkbox checked={shelfOnly} onChange={(event) => setShelfOnly(event.target.checked)} />}
          label="on the shelf"
        />
        <span className="sub">
          {whole(shown.length)} of {whole(of)}
        </span>
      </div>
      <div className={styles.head}>
        <span />
        <span>Drive</span>
        <span>Speed here, of its rating</span>
        <span className="figure">Price</span>
        <span className="figure">Shelf</span>
      </div>
      <div className={styles.candidates}>
        {of === 0 && <Empty>The shelf knows no drives.</Empty>}
        {of > 0 && shown.length === 0 && <Empty>None of the candidates is left: take a word or a tick out.</Empty>}
        {shown.map((one) => (
          <button
            key={one.offer.partId}
            type="button"
            className={
              one.verdict === 'no' || !one.needMet ? `${styles.candidate} ${styles.refused}` : styles.candidate
            }
            aria-pressed={one === chosen}
            onClick={() => choose(one.offer.partId)}
          >
            <VerdictMark verdict={one.needMet || !one.verdict.startsWith('fits') ? one.verdict : 'too small'} />
            <span>
              <b>
                {one.offer.drive.maker} {one.offer.drive.name}
              </b>{' '}
              {driveSize(one.offer.drive)} <span className="sub">{describeDrive(one.offer.drive)}</span>
              {one.own && <b>, the customer’s own</b>}
              <span className={styles.because}>{one.because}</span>
              <Fitted record={records.find(({ partId }) => partId === one.offer.partId)} />
            </span>
            <SpeedBar here={one.speedHere} rating={one.offer.drive.read} link={one.link} most={most} />
            <span className="figure">{one.own ? 'theirs' : money(one.offer.price)}</span>
            <span className="figure">{one.own ? '–' : one.offer.stock}</span>
          </button>
        ))}
      </div>
    </Sheet>
  );
}

/** "fitted here 14 times, reads 3,400 MB/s, one did not start at once". */
function Fitted({ record }: { record: PartRecord | undefined }) {
  if (!record) return null;
  const { fitted, read, notAtOnce, cameBack } = record;
  const told = [
    `fitted here ${fitted === 1 ? 'once' : `${whole(fitted)} times`}`,
    read === null ? null : `reads ${rate(read)}`,
    notAtOnce > 0 ? `${notAtOnce} did not start at once` : fitted > 1 ? 'all started at once' : null,
    cameBack > 0 ? `${cameBack} came back` : null,
  ];
  return <span className={styles.because}>{told.filter(Boolean).join(', ')}</span>;
}

function matches({ offer: { drive }, partNumber, verdict }: Candidate, words: string): boolean {
  const text = [drive.maker, drive.name, driveSize(drive), describeDrive(drive), partNumber, verdict]
    .join(' ')
    .toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
