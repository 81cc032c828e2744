import { ALTERATION_CONSENT, CONSENTS, targetKey } from '@udrel/core/facts';
import type { TargetId } from '@udrel/core/layout';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { may } from '@udrel/contract/permissions';
import type { JobView, MatchView } from '@udrel/contract/types';
import { occupant, oldStaysAt } from '@udrel/core/steps';
import { useTrackRecordQuery } from '../../../api/after';
import { useSessionQuery } from '../../../api/api';
import { driveSize } from '../../../format/parts';
import { Foot, Ledger, Sheet, TroubleNote } from '../../../ui';
import { SiteDialog } from '../../../features/site-editor/SiteDialog';
import { useJobChange } from '../../../features/job/useJobChange';
import { ComesAlong } from './coming/ComesAlong';
import { KitLink } from './KitLink';
import { MoveOldDrive } from './MoveOldDrive';
import { OrderDialog } from './order/OrderDialog';
import { Schematic } from './Schematic';
import { CandidateTable, type Candidate } from './CandidateTable';
import { CompareSheet, MOST_COMPARED } from './CompareSheet';
import styles from './order/match.module.css';

/** The sites as a drawing, the candidates for the chosen one ranked, and the check ledger of one of them. */
export function DriveMatchPanel(props: { job: JobView; match: MatchView; side: ReactNode; on: TargetId }) {
  const { job, match, side, on } = props;
  const { [targetKey(on, 'choice')]: taken, 'old drive': old } = job.snapshot.facts;
  const takesOver = on === 'new';
  const { data: records } = useTrackRecordQuery({ tag: job.tag });
  const joins = !takesOver || oldStaysAt(job.snapshot) === old?.siteId;
  const sites = match.drives[on];
  const [siteId, setSiteId] = useState(
    taken?.siteId ?? (joins ? freeSite(job, sites, on) : old?.siteId) ?? sites[0]?.siteId ?? '',
  );
  const [partId, setPartId] = useState(taken?.partId ?? undefined);
  const { candidates = [], of = 0 } = sites.find((one) => one.siteId === siteId) ?? {};
  const [compared, setCompared] = useState<readonly string[]>([]);
  const ownTaken = partId === undefined && taken?.partId === null;
  const chosen = candidates.find((one) => (ownTaken ? one.own : one.offer.partId === partId)) ?? candidates[0];
  const site = job.device.model.sites.find((one) => one.id === siteId);
  const siteName = site?.name ?? '';
  const [measuring, setMeasuring] = useState(false);
  const role = useSessionQuery().data?.staff?.role;
  return (
    <div className={styles.grid}>
      <div className={styles.column}>
        <Schematic job={job} chosen={siteId} choose={setSiteId} />
        <p className="sub">{takesOver ? match.need.sentence : 'for data: it need not be one to start from'}</p>
        {takesOver && <ComesAlong job={job} />}
        {site && may(role, 'describe models') && (
          <Foot>
            <Button onClick={() => setMeasuring(true)}>Measured or seen at {site.name} …</Button>
          </Foot>
        )}
        {site && measuring && <SiteDialog model={job.device.model} site={site} close={() => setMeasuring(false)} />}
        {side}
      </div>
      <div className={styles.column}>
        <CandidateTable
          {...{ candidates, of, chosen }}
          choose={setPartId}
          records={(records ?? []).filter((one) => one.siteId === siteId)}
        />
        {chosen && (
          <ChosenCandidate {...{ job, on, siteName, siteId }} candidate={chosen}>
            <Button
              disabled={compared.length >= MOST_COMPARED || compared.includes(chosen.offer.partId)}
              onClick={() => setCompared([...compared, chosen.offer.partId])}
            >
              Compare
            </Button>
          </ChosenCandidate>
        )}
        {takesOver && taken && <MoveOldDrive job={job} />}
        {compared.length > 0 && (
          <CompareSheet
            candidates={candidates.filter((one) => compared.includes(one.offer.partId))}
            remove={(id) => setCompared(compared.filter((one) => one !== id))}
          />
        )}
      </div>
    </div>
  );
}

/** A site where nothing sits yet, for a drive that joins the others. */
function freeSite(job: JobView, sites: MatchView['drives'][TargetId], on: TargetId): string | undefined {
  const { facts } = job.snapshot;
  return sites.find(({ siteId }) => !occupant(job.snapshot, siteId, on) && facts['old drive']?.siteId !== siteId)
    ?.siteId;
}

function ChosenCandidate(props: {
  job: JobView;
  candidate: Candidate;
  siteName: string;
  siteId: string;
  on: TargetId;
  children: ReactNode;
}) {
  const { job, candidate, siteName, siteId, on } = props;
  const { change, record, busy, error } = useJobChange(job);
  const { given: consents = [], own } = job.snapshot.facts.consents ?? {};
  const asks = candidate.alteration !== null && !consents.includes(ALTERATION_CONSENT);
  const { drive, partId, stock } = candidate.offer;
  const taken = job.snapshot.facts[targetKey(on, 'choice')];
  const stays = occupant(job.snapshot, siteId, on);
  const [ordering, setOrdering] = useState(false);
  const isTaken = taken !== undefined && taken.siteId === siteId && taken.partId === (candidate.own ? null : partId);
  const unfit = candidate.verdict === 'no' || candidate.verdict === 'cannot tell' || !candidate.needMet;
  // A missing screw or spacer is told; only drives and adapters are ordered for a job.
  const adapters = candidate.adapters.map((one) => one.name).filter((one) => candidate.missing.includes(one));
  const lacking = [...(stock < 1 && !candidate.own ? [`${drive.maker} ${drive.name}`] : []), ...adapters];
  const name = `${drive.maker} ${drive.name} ${driveSize(drive)}`;
  return (
    <>
      <Sheet title={`${name} at ${siteName}`} aside={candidate.because}>
        <Ledger reasons={candidate.reasons} />
        {candidate.nearest && (
          <>
            <p className="sub">With {candidate.nearest.adapters.map(({ name }) => name).join(' and ')}:</p>
            <Ledger reasons={candidate.nearest.reasons} />
          </>
        )}
        {candidate.partsNeeded.length > 0 && (
          <p style={{ marginTop: 8 }}>
            <b>Also needed:</b>{' '}
            {candidate.partsNeeded
              .map((name) => `${name}${candidate.missing.includes(name) ? ' (not on the shelf)' : ''}`)
              .join(', ')}
          </p>
        )}
      </Sheet>
      <TroubleNote error={error} />
      <Foot note={noteOf()}>
        {isTaken && <KitLink tag={job.tag} />}
        {props.children}
        {asks && (
          <Button
            disabled={busy}
            onClick={() =>
              void record('consents', {
                given: CONSENTS.filter((one) => one === ALTERATION_CONSENT || consents.includes(one)),
                ...(own ? { own } : {}),
              })
            }
          >
            The customer agrees to the alteration
          </Button>
        )}
        {lacking.length > 0 && !unfit && !asks && !stays && !taken && job.snapshot.ordered.length === 0 && (
          <Button variant="contained" disabled={busy} onClick={() => setOrdering(true)}>
            Order {lacking.join(' and ')} …
          </Button>
        )}
        {ordering && (
          <OrderDialog
            job={job}
            what={lacking.join(' and ')}
            choice={{ kind: 'drive', partId: candidate.own ? null : partId, siteId, on }}
            close={() => setOrdering(false)}
          />
        )}
        <Button
          variant={lacking.length > 0 ? 'outlined' : 'contained'}
          disabled={busy || unfit || lacking.length > 0 || asks || isTaken || stays !== null}
          onClick={() => void change('reserveDrive', { partId: candidate.own ? null : partId, siteId, on })}
        >
          {isTaken ? 'Reserved' : `${candidate.own ? 'Choose theirs' : 'Choose and reserve'} for ${siteName}`}
        </Button>
      </Foot>
    </>
  );

  function noteOf(): string {
    if (stays) return `${siteName} holds ${stays}`;
    if (asks) return 'cannot be undone: ask the customer first';
    if (job.snapshot.ordered.length > 0) return 'parts are on order for this job: cancel that to choose anew';
    if (taken && !isTaken && lacking.length > 0) return 'another drive is reserved: take that back to order this one';
    return isTaken ? `reserved: ${taken.serial}` : 'dashed line: what the slot can carry';
  }
}
