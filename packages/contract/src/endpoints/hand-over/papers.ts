import { paperTexts, type PaperTexts } from '../../shapes/hand-over/papers';
import type { KeptPaperView } from '../../views/paper-views';
import { command, query } from '../endpoint';

const LOOK = { permission: 'look at jobs and shelf' } as const;

/** Papers of jobs as PDF: as they would be now, and as they were given. */
export const paperEndpoints = {
  /** What its customer is given now: PDF. */
  jobPaper: query('/jobs/:tag/paper', LOOK).answering<undefined>(),
  /** The tag of its device, the labels of what lies here for it, and the receipt for what was left: PDF. */
  tagPaper: query('/jobs/:tag/tag', LOOK).answering<undefined>(),
  labelsPaper: query('/jobs/:tag/labels', LOOK).answering<undefined>(),
  receiptPaper: query('/jobs/:tag/receipt', LOOK).answering<undefined>(),
  papers: query('/jobs/:tag/papers', { ...LOOK, about: 'Job' }).answering<KeptPaperView[]>(),
  /** As it was given: PDF. */
  keptPaper: query('/papers/:id', LOOK).answering<undefined>(),
  paperTexts: query('/shop/papers', { permission: 'set rates', about: 'Rates' }).answering<PaperTexts>(),
  setPaperTexts: command('put /shop/papers', {
    permission: 'set rates',
    body: paperTexts,
    changes: ['rates'],
  }).answering<PaperTexts>(),
};
