import type { KeptPaperKind } from '@udrel/core/customer-paper';

/** A paper that was given with a job. */
export interface KeptPaperView {
  id: string;
  kind: KeptPaperKind;
  title: string;
  how: 'given' | 'signed';
  by: string;
  at: string;
}
