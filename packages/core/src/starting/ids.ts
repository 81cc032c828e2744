import type { SourceTable } from '../layout';

/** What start entries know the partitions of a drive by; none where its table is not known. */
export function idsOf(table: SourceTable | null | undefined): string[] {
  return table?.partitions.flatMap(({ entry }) => (entry?.uniqueId ? [entry.uniqueId.toUpperCase()] : [])) ?? [];
}
