import { copies, copyTargets, readBackOf, targetTrusted, wantedTargets, type JobSnapshot } from '../steps';
import { targetKey } from '../facts';
import { targetName, type TargetId } from '../layout';
import type { BelongingStay } from '../custody';

/** A drive that is to be wiped, as it is on record. */
export interface ToWipe {
  /** Why it lies here after its job. */
  stay: BelongingStay | null;
  /** Whether the customer agreed in writing that nothing is left of it. */
  consent: boolean;
  /** What became of it, where it is not here any more. */
  gone: string | null;
  /** Whether a round did not find it. */
  missing: boolean;
  /** Whether its job is handed over and closed. */
  closed: boolean;
}

/** The conditions of a wipe, in the order in which they are met. */
export const WIPE_CONDITIONS = ['custody', 'consent', 'proof', 'handed over'] as const;
export interface WipeCondition {
  id: (typeof WIPE_CONDITIONS)[number];
  title: string;
  holds: boolean;
  /** What it rests on, or what is missing. */
  sentence: string;
}

/** What has to hold before the data of an old drive is destroyed, each with what it rests on or what is missing. */
export function wipeConditions(drive: ToWipe, job: JobSnapshot): WipeCondition[] {
  const { stay, consent, gone, missing, closed } = drive;
  const custody =
    gone !== null
      ? `It is not here any more: ${gone}.`
      : missing
        ? 'The last round did not find it: note its place once it is found.'
        : stay === 'to be wiped'
          ? null
          : stay === 'wiped'
            ? 'It is wiped.'
            : 'It does not stay here to be wiped: that is noted at the hand-over of its job.';
  const proof = proofOf(job);
  return [
    told('custody', 'Stays here to be wiped', custody, 'Noted when the job was handed over.'),
    told(
      'consent',
      'The customer agreed',
      consent ? null : 'Have the customer agree in writing that nothing is left of it.',
      'In writing, that nothing is left of it.',
    ),
    told('proof', 'What was on it is safe', proof.missing, proof.holds),
    told(
      'handed over',
      'The job is handed over',
      closed ? null : 'Until the customer has the device, the old drive is the way back.',
      'The customer has the device.',
    ),
  ];
}

function told(id: WipeCondition['id'], title: string, missing: string | null, holds: string): WipeCondition {
  return { id, title, holds: missing === null, sentence: missing ?? holds };
}

/** What proves that nothing is lost with the old drive; or what of it is missing. */
function proofOf(job: JobSnapshot): { missing: string | null; holds: string } {
  const { installed } = job.facts;
  if (job.end) return { missing: 'The job ended without its work: nothing was copied.', holds: '' };
  if (copies(job)) {
    const targets = copyTargets(job);
    const unread = targets.filter((on) => !readBackOf(job, on)?.asPlanned || !targetTrusted(job, on));
    const compared = targets.every((on) => readBackOf(job, on)?.proven);
    const started = job.facts['trial start']?.started === true;
    return {
      missing:
        targets.length === 0
          ? 'Nothing was copied.'
          : unread.length > 0
            ? `The ${unread.map(targetName).join(', ')} was not read back as planned.`
            : compared || started
              ? null
              : 'The copy was not compared with the old drive, and the device did not start from it.',
      holds: compared
        ? 'The copy was read back as planned, and samples of it equal the old drive.'
        : 'The copy was read back as planned, though not compared with the old drive; the device started from it.',
    };
  }
  if (installed && installed.files !== 'copied from the old drive')
    return { missing: null, holds: `The system was installed afresh; files: ${installed.files}.` };
  return {
    missing: installed
      ? 'Files were copied by hand, and nothing held them against the old drive.'
      : 'Nothing was copied from it.',
    holds: '',
  };
}

/** The drives that have to survive: what went into the device in place of the old one, by their serials. */
export function survivorsOf(
  job: Pick<JobSnapshot, 'wishes' | 'facts'>,
): { on: TargetId; serial: string; name: string }[] {
  return wantedTargets(job).flatMap((on) => {
    const drive = job.facts[targetKey(on, 'choice')];
    return drive ? [{ on, serial: drive.serial, name: `${drive.maker} ${drive.name}` }] : [];
  });
}
