/** Kinds of parts of the library. */
export const PART_KINDS = ['drive', 'memory', 'adapter', 'equipment', 'small part'] as const;
export type PartKind = (typeof PART_KINDS)[number];
