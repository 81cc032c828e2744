export type * from './views';
export type { EntryKey } from './schemas/facts';
export type * from './schemas/commands';
export type { ModelSpec } from './schemas/models';
export type { Deed, Role } from './roles';
