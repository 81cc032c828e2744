import type { JobView, RunView } from '@udrel/contract/types';

const NAMES: Readonly<Partial<Record<RunView['kind'], string>>> = {
  copy: 'Copy',
  decrypt: 'Decrypting',
  check: 'Check',
  'read back': 'Reading back',
};

/** What runs, with the partition that it is about. */
export function nameOfRun({ snapshot }: Pick<JobView, 'snapshot'>, { kind, about }: RunView): string {
  const partition = snapshot.facts['partition table']?.partitions.find(({ id }) => id === about)?.name;
  return [NAMES[kind] ?? kind, partition].filter(Boolean).join(' ');
}
