import type { DisassemblyItem } from '@udrel/core/disassembly';
import { changedRows } from '../platform/database/database';
import type { CommandContext } from '../platform/command-context';

/** Writes what is counted, tapped and shown of each item of a job's sheet. */
export async function keepSheet(
  { manager }: CommandContext,
  jobId: string,
  items: readonly DisassemblyItem[],
): Promise<void> {
  await changedRows(
    manager,
    `update disassembly_item i
        set out_count = c.out, back_count = c.back, missing_count = c.missing, left_count = c."left",
            replaced_count = c.replaced, details = coalesce(c.details, '{}'), out_at = coalesce(c."outAt", '[]'),
            back_at = coalesce(c."backAt", '[]')
       from jsonb_to_recordset($2) as c (id uuid, out integer, back integer, missing integer, "left" integer,
            replaced integer, details jsonb, "outAt" jsonb, "backAt" jsonb)
      where i.job_id = $1 and i.id = c.id`,
    [jobId, JSON.stringify(items)],
  );
}
