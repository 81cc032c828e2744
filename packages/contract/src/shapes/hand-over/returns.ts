import { object, oneOf, optional, text, uuid, type Infer } from '../shape';

/** What came back of a part, or of a model. */
export const returnQuery = object({ part: optional(uuid), model: optional(uuid) });

export const CLAIM_STATES = ['to be sent', 'sent', 'replaced', 'paid back', 'refused'] as const;
/** A claim on the supplier of a part that failed. */
export const openClaim = object({ supplier: text(80), what: text(120), serial: text(60, 0), note: text(300, 0) });
export type OpenClaim = Infer<typeof openClaim>;
export const settleClaim = object({ state: oneOf(...CLAIM_STATES), note: text(300, 0) });
export type SettleClaim = Infer<typeof settleClaim>;

export const CLAIM_SORTS = ['opened', 'supplier'] as const;
export type ClaimSort = (typeof CLAIM_SORTS)[number];
/** `find` stands in supplier, part or serial, or is a tag; `open`: not answered yet. */
const claimFilter = { find: optional(text(80)), state: optional(oneOf(...CLAIM_STATES)), open: optional(oneOf('yes')) };
const claimOrder = { sort: optional(oneOf(...CLAIM_SORTS)), way: optional(oneOf('up', 'down')) };
export const claimQuery = object({ ...claimFilter, ...claimOrder, after: optional(text(300)) });
export type ClaimQuery = Infer<typeof claimQuery>;
export const claimCountQuery = object(claimFilter);
export type ClaimFilter = Infer<typeof claimCountQuery>;
export const claimExportQuery = object({ ...claimFilter, ...claimOrder });
