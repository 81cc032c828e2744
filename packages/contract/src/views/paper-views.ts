import type { PaperKind } from '@udrel/core/customer-paper';

/** A paper that was given with a job. */
export interface KeptPaperView {
  id: string;
  kind: PaperKind;
  title: string;
  how: 'given' | 'signed';
  by: string;
  at: string;
}
