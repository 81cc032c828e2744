import type { Station } from '@udrel/core/stations';
import { useEffect, useMemo } from 'react';
import { useSelector } from 'react-redux';
import { useLocation, useNavigate, useParams } from 'react-router';
import type { JobView } from '@udrel/contract/types';
import { nextStep, type StationState } from '@udrel/core/steps';
import { useJobQuery } from '../../api/api';
import { useStepsOfRuns } from '../../features/job/useRunNow';
import { withKept } from '../../outbox/overlay';
import { stationPath } from '../../paths/station-path';
import type { State } from '../../store/store';
import { Loaded } from '../../ui';
import { EndNotice } from './around/EndNotice';
import { HandOffNote } from './around/Holding';
import { RetractAsked } from './around/RetractStamp';
import { FactsPanel } from './FactsPanel';
import { History } from './History';
import { JobHead } from './JobHead';
import { StationPage } from './StationPage';
import { Track } from './Track';
import styles from '../../features/job/job.module.css';

/** Hints say what changed; this is for what they might have missed. */
const POLL = 60_000;

/** A job: header, the track of its stations, the chosen station, facts and history. */
export default function JobPage() {
  const { tag = '', station } = useParams();
  // Not the data of the job that was open before: a view of it would lead back there.
  const { currentData: data } = useJobQuery({ tag: tag.toUpperCase() });
  const { error, refetch } = useJobQuery(
    { tag: tag.toUpperCase() },
    { pollingInterval: POLL, skipPollingIfUnfocused: true },
  );
  const kept = useSelector((state: State) => state.outbox.entries);
  const shown = useMemo(() => data && withKept(data, kept), [data, kept]);
  return (
    <Loaded data={shown} error={error} what="the job">
      {(job) => <Opened job={job} wanted={station} readAnew={refetch} />}
    </Loaded>
  );
}

function Opened({ job, wanted, readAnew }: { job: JobView; wanted: string | undefined; readAnew: () => void }) {
  useStepsOfRuns(job, readAnew);
  const navigate = useNavigate();
  const { search } = useLocation();
  const chosen = job.procedure.stations.find((one) => stationPath(one.station) === wanted && one.state !== 'absent');
  const here = chosen?.station ?? currentStation(job);

  useEffect(() => {
    if (!chosen) void navigate({ pathname: `/jobs/${job.tag}/${stationPath(here)}`, search }, { replace: true });
  }, [chosen, here, search, job.tag, navigate]);

  return (
    <>
      <title>{`${job.tag} ${here}, ${job.customer.name}`}</title>
      <JobHead job={job} station={here} />
      <Track tag={job.tag} stations={job.procedure.stations.filter(present)} here={here} />
      {!job.closedAt && <EndNotice job={job} />}
      {!job.closedAt && <HandOffNote job={job} />}
      <StationPage job={job} station={here} />
      <RetractAsked job={job} />
      <div className={styles.below}>
        <FactsPanel job={job} />
        <History job={job} />
      </div>
    </>
  );
}

const present = (one: StationState) => one.state !== 'absent';

/** Where hands are needed; a closed job opens where it ended. */
function currentStation(job: JobView): Station {
  return nextStep(job.procedure)?.station ?? 'Hand over';
}
