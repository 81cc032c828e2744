import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import type { DriveMatch, JobView, MatchView } from '@udrel/contract/types';
import { describeDrive, driveSize } from '../../../format/parts';
import { money } from '../../../format/units';
import { Empty, Foot, Ledger, Sheet, TroubleNote, VerdictMark } from '../../../ui';
import { useJobChange } from '../useJobChange';
import { Schematic } from './Schematic';
import { SpeedBar } from './SpeedBar';
import styles from './match.module.css';

type Candidate = DriveMatch['candidates'][number];

/** The sites as a drawing, the candidates for the chosen one ranked, and the check ledger of one of them. */
export function DriveMatchPanel({ job, match, side }: { job: JobView; match: MatchView; side: ReactNode }) {
  const { 'drive choice': taken, 'old drive': old } = job.snapshot.facts;
  const [siteId, setSiteId] = useState(taken?.siteId ?? old?.siteId ?? match.drives[0]?.siteId ?? '');
  const [partId, setPartId] = useState(taken?.partId ?? undefined);
  const candidates = match.drives.find((one) => one.siteId === siteId)?.candidates ?? [];
  const ownTaken = partId === undefined && taken?.partId === null;
  const chosen = candidates.find((one) => (ownTaken ? one.own : one.offer.partId === partId)) ?? candidates[0];
  const siteName = job.device.model.sites.find((site) => site.id === siteId)?.name ?? '';
  return (
    <div className={styles.grid}>
      <div className={styles.column}>
        <Schematic job={job} chosen={siteId} choose={setSiteId} />
        <p className="sub">{match.need.sentence}</p>
        {side}
      </div>
      <div className={styles.column}>
        <CandidateTable candidates={candidates} chosen={chosen} choose={setPartId} />
        {chosen && <ChosenCandidate job={job} candidate={chosen} siteName={siteName} siteId={siteId} />}
      </div>
    </div>
  );
}

function CandidateTable(props: {
  candidates: readonly Candidate[];
  chosen: Candidate | undefined;
  choose: (partId: string) => void;
}) {
  const { candidates, chosen, choose } = props;
  const most = Math.max(1, ...candidates.map((one) => (one.speedHere > 0 ? one.offer.drive.read : 0)));
  return (
    <Sheet>
      <div className={styles.head}>
        <span />
        <span>Drive</span>
        <span>Speed here, of its rating</span>
        <span className="figure">Price</span>
        <span className="figure">Shelf</span>
      </div>
      <div className={styles.candidates}>
        {candidates.length === 0 && <Empty>The shelf knows no drives.</Empty>}
        {candidates.map((one) => (
          <button
            key={one.offer.partId}
            type="button"
            className={
              one.verdict === 'no' || !one.needMet ? `${styles.candidate} ${styles.refused}` : styles.candidate
            }
            aria-pressed={one === chosen}
            onClick={() => choose(one.offer.partId)}
          >
            <VerdictMark verdict={one.verdict} />
            <span>
              <b>
                {one.offer.drive.maker} {one.offer.drive.name}
              </b>{' '}
              {driveSize(one.offer.drive)} <span className="sub">{describeDrive(one.offer.drive)}</span>
              {one.own && <b>, the customer’s own</b>}
              <span className={styles.because}>{one.because}</span>
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

function ChosenCandidate(props: { job: JobView; candidate: Candidate; siteName: string; siteId: string }) {
  const { job, candidate, siteName, siteId } = props;
  const { change, busy, error } = useJobChange(job);
  const { drive, partId, stock } = candidate.offer;
  const taken = job.snapshot.facts['drive choice'];
  const stays = job.snapshot.facts['other drives']?.drives.find((one) => one.siteId === siteId);
  const isTaken = taken !== undefined && taken.siteId === siteId && taken.partId === (candidate.own ? null : partId);
  const refused = candidate.verdict === 'no' || candidate.verdict === 'cannot tell' || !candidate.needMet || stock < 1;
  const name = `${drive.maker} ${drive.name} ${driveSize(drive)}`;
  return (
    <>
      <Sheet title={`${name} at ${siteName}`} aside={candidate.because}>
        <Ledger reasons={candidate.reasons} />
        {candidate.partsNeeded.length > 0 && (
          <p style={{ marginTop: 8 }}>
            <b>Also needed:</b> {candidate.partsNeeded.join(', ')}
            {candidate.adapter ? ` (${candidate.adapter.stock} on the shelf)` : ''}
          </p>
        )}
      </Sheet>
      <TroubleNote error={error} />
      <Foot note={noteOf()}>
        <Button
          variant="contained"
          disabled={busy || refused || isTaken || stays !== undefined}
          onClick={() => void change('/drive', { partId: candidate.own ? null : partId, siteId })}
        >
          {isTaken ? 'Reserved' : `${candidate.own ? 'Choose theirs' : 'Choose and reserve'} for ${siteName}`}
        </Button>
      </Foot>
    </>
  );

  function noteOf(): string {
    if (stays) return `${siteName} holds ${stays.name}, which stays`;
    return isTaken ? `reserved: ${taken.serial}` : 'dashed line: what the slot can carry';
  }
}
