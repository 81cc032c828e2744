import type { JobView, RunView } from '@udrel/contract/types';

const NAMES: Readonly<Partial<Record<RunView['kind'], string>>> = {
  copy: 'Copy',
  decrypt: 'Decrypting',
  check: 'Check',
  'read back': 'Reading back',
};

/** What kind of run it is, as a title begins with it. */
export function runKind({ kind }: Pick<RunView, 'kind'>): string {
  return NAMES[kind] ?? kind;
}

/** What runs, with the partition that it is about. */
export function nameOfRun({ snapshot }: Pick<JobView, 'snapshot'>, run: RunView): string {
  const partition = snapshot.facts['partition table']?.partitions.find(({ id }) => id === run.about)?.name;
  return [runKind(run), partition].filter(Boolean).join(' ');
}
