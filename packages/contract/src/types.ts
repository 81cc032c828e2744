export type * from './agent-views';
export type * from './shelf-views';
export type * from './views';
export type { EntryKey } from './schemas/facts';
export type * from './schemas/agent';
export type * from './schemas/commands';
export type * from './schemas/orders';
export type { ModelSpec } from './schemas/models';
export type { Deed, Role } from './roles';
