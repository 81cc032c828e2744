import type { JobView, RunView } from '@udrel/contract/types';
import { targetName } from '@udrel/core/layout';
import { copyTargets } from '@udrel/core/steps';

const NAMES: Readonly<Partial<Record<RunView['kind'], string>>> = {
  copy: 'Copy',
  decrypt: 'Decrypting',
  check: 'Check',
  'read back': 'Reading back',
  'memory test': 'Memory test',
  'bring files': 'Bringing files',
  wipe: 'Wipe',
};

/** What kind of run it is, as a title begins with it. */
export function runKind({ kind }: Pick<RunView, 'kind'>): string {
  return NAMES[kind] ?? kind;
}

/** What runs, with the partition that it is about, or the drive it goes onto where that is not the only one. */
export function nameOfRun({ snapshot }: Pick<JobView, 'snapshot'>, run: RunView): string {
  const partition = snapshot.facts['partition table']?.partitions.find(({ id }) => id === run.about)?.name;
  const drive = run.onto && copyTargets(snapshot).length > 1 ? `onto the ${targetName(run.onto)}` : null;
  const passes = run.passes ? `of ${run.passes} ${run.passes === 1 ? 'pass' : 'passes'}` : null;
  return [runKind(run), partition ?? drive ?? passes].filter(Boolean).join(' ');
}
