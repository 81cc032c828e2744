/** The drives of a job that can get a label printed here. */
export type LabelledRole = 'old' | 'new' | 'added';

/** What stands on a label printed here for a drive whose own cannot be read: job tag and which drive it is. */
export function ownLabel(tag: string, role: LabelledRole): string {
  return `${tag}/${role}`.toUpperCase();
}

/** The job and the drive that a label printed here names; null for any other text. */
export function readOwnLabel(text: string): { tag: string; role: LabelledRole } | null {
  const parts = /^([A-Z]+-\d+)\/(OLD|NEW|ADDED)$/.exec(text.trim().toUpperCase());
  const [, tag, role] = parts ?? [];
  return tag && role ? { tag, role: role.toLowerCase() as LabelledRole } : null;
}
