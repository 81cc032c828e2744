import { randomUUID } from 'node:crypto';
import type { ModelSpec } from '@udrel/contract/types';
import type { DisassemblyItem } from '@udrel/core/disassembly';
import { replacesDrive, type Wish } from '@udrel/core/steps';
import { insertRows } from '../platform/database/insert';
import type { CommandContext } from '../platform/command-context';

/** The strip-down sheet of a job, from the model's template. Moved parts of the old drive only where a drive is swapped. */
export async function layOutSheet(
  { manager }: CommandContext,
  jobId: string,
  spec: ModelSpec,
  wishes: Wish[],
): Promise<DisassemblyItem[]> {
  const items = spec.disassembly
    .filter((item) => replacesDrive({ wishes }) || item.kind !== 'part')
    .map((item) => ({ id: randomUUID(), ...item }));
  if (items.length === 0) return [];
  await insertRows(
    manager,
    'disassembly_item',
    items.map(({ details = {}, ...item }, position) => {
      return { jobId, position, ...item, details, outCount: 0, backCount: 0 };
    }),
  );
  return items.map((item) => ({ ...item, out: 0, back: 0, missing: 0, left: 0, replaced: 0 }));
}
