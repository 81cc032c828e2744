import { TARGET_IDS, type TargetId } from '../layout';

/** The drives of a job that can get a label printed here. */
export type LabelledRole = 'old' | TargetId;

const LABELLED: readonly LabelledRole[] = ['old', ...TARGET_IDS];

/** What stands on a label printed here for a drive whose own cannot be read: job tag and which drive it is. */
export function ownLabel(tag: string, role: LabelledRole): string {
  return `${tag}/${role}`.toUpperCase();
}

/** The job and the drive that a label printed here names; null for any other text. */
export function readOwnLabel(text: string): { tag: string; role: LabelledRole } | null {
  const [, tag, named] = /^([A-Z]+-\d+)\/([A-Z]+)$/.exec(text.trim().toUpperCase()) ?? [];
  const role = LABELLED.find((one) => one.toUpperCase() === named);
  return tag && role ? { tag, role } : null;
}
