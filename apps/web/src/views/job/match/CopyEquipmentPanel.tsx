import type { ReactNode } from 'react';
import type { JobView, MatchView } from '@udrel/contract/types';
import type { Holding } from '@udrel/core/equipment';
import type { PieceRecord } from '@udrel/core/pieces';
import { linkName } from '@udrel/core/links';
import { rate } from '../../../format/units';
import { RecordOf, useRecords } from '../../../features/equipment/Records';
import { Empty, Ledger, Sheet, VerdictMark } from '../../../ui';
import styles from './order/match.module.css';
import { OldDriveSize } from './OldDriveSize';

/** With what each drive can be held while it is copied, where it is plugged in best, and which stick starts the device. */
export function CopyEquipmentPanel({ job, match, side }: { job: JobView; match: MatchView; side: ReactNode }) {
  const { old, target, sticks } = match.copying;
  const { of } = useRecords(job.tag);
  const { 'old drive': oldDrive, 'new drive choice': choice } = job.snapshot.facts;
  const measured = job.snapshot.facts['old drive measured'];
  const asked = (['length', 'height'] as const).filter(
    (what) =>
      (measured && measured[what] !== null) ||
      old?.some(({ reasons }) => reasons.some(({ rule, outcome }) => rule === what && outcome === 'unknown')),
  );
  return (
    <div className={styles.grid}>
      <div className={styles.column}>{side}</div>
      <div className={styles.column}>
        <Sheet
          title="To hold the new drive"
          aside={choice ? `${choice.maker} ${choice.name}, ${linkName(choice.link)} inside` : undefined}
        >
          {target ? (
            <Holdings tag={job.tag} all={target} />
          ) : (
            <Empty>Choose a drive first: it follows from its form and protocol.</Empty>
          )}
        </Sheet>
        <Sheet title="To hold the old drive" aside={oldDrive ? `${oldDrive.maker} ${oldDrive.name}` : undefined}>
          {old && asked.length > 0 && <OldDriveSize job={job} asked={asked} />}
          {old ? <Holdings tag={job.tag} all={old} /> : <Empty>The old drive is not read yet.</Empty>}
        </Sheet>
        <Sheet title="To start the device from" aside="so that its own system stands still while it is copied">
          {sticks.length === 0 && <Empty>The shelf knows no boot stick.</Empty>}
          {sticks.map((stick) => (
            <details key={stick.partId} className={styles.holding}>
              <summary>
                <VerdictMark verdict={stick.starts ? 'fits' : verdictOf(stick.reasons)} />
                <b>{stick.name}</b>
                <span className="sub">
                  {telling(stick.reasons)}
                  <RecordOf record={of({ kind: 'boot stick', name: stick.name })} below />
                </span>
              </summary>
              <Ledger reasons={stick.reasons} />
            </details>
          ))}
        </Sheet>
      </div>
    </div>
  );
}

function Holdings({ tag, all }: { tag: string; all: readonly Holding[] }) {
  const { of } = useRecords(tag);
  const one = (held: Holding) => (
    <One key={held.offer.partId} held={held} record={of({ kind: held.offer.holder.kind, name: held.offer.name })} />
  );
  if (all.length === 0) return <Empty>The shelf knows nothing to hold drives with.</Empty>;
  const can = all.filter(({ holds }) => holds);
  const cannot = all.filter(({ holds }) => !holds);
  return (
    <>
      {can.length === 0 && <Empty>Nothing of the shop holds it: see why, or copy inside a device.</Empty>}
      {can.map(one)}
      {cannot.length > 0 && (
        <details open={can.length === 0}>
          <summary className={styles.cannot}>{cannot.length} that cannot, or cannot be told, and why</summary>
          {cannot.map(one)}
        </details>
      )}
    </>
  );
}

function One({ held, record }: { held: Holding; record: PieceRecord | undefined }) {
  const { offer, holds, best, rate: speed, reasons } = held;
  return (
    <details className={styles.holding}>
      <summary>
        <VerdictMark verdict={holds ? 'fits' : verdictOf(reasons)} />
        <b>{offer.name}</b>
        <span className="sub">
          {holds && best ? `${linkName(best.link)} at ${best.socket.at}, ${best.socket.port.name}` : telling(reasons)}
          <RecordOf record={record} below />
        </span>
        <span className="figure">{holds ? rate(speed) : ''}</span>
      </summary>
      <Ledger reasons={reasons} />
    </details>
  );
}

function verdictOf(reasons: Holding['reasons']): 'no' | 'cannot tell' {
  return reasons.some(({ outcome }) => outcome === 'fail') ? 'no' : 'cannot tell';
}

/** What speaks against it most, else what it costs. */
function telling(reasons: Holding['reasons']): string {
  const of = (outcome: string) => reasons.find((one) => one.outcome === outcome)?.sentence;
  return of('fail') ?? of('unknown') ?? of('limit') ?? '';
}
