import { nullable, object, oneOf, text, type Infer } from '../shape';

/** Lists whose filters are kept, by the names under which they are. */
export const FILTERED_LISTS = [
  'jobs',
  'parts',
  'models',
  'customers',
  'bills',
  'claims',
  'messages',
  'stays',
  'audit',
  'history',
] as const;
export type FilteredList = (typeof FILTERED_LISTS)[number];

/** A filter that somebody keeps under a name: what stands in the address of the list behind its question mark; null: it is thrown away. */
export const keepFilter = object({ list: oneOf(...FILTERED_LISTS), name: text(60), search: nullable(text(1000, 0)) });
export type KeepFilter = Infer<typeof keepFilter>;
