/** What the paper of a job that is handed over is about. */
export const PAPER_KINDS = ['done', 'done with losses', 'findings', 'given back', 'not collected'] as const;
export type PaperKind = (typeof PAPER_KINDS)[number];
/** What is kept with a job: its paper, or the certificate of a wipe. */
export type KeptPaperKind = PaperKind | 'wiped';
