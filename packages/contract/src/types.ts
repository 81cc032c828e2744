export type * from './views/agent-views';
export type * from './views/shelf-views';
export type * from './views/views';
export type * from './shapes/agent';
export type * from './shapes/commands';
export type * from './shapes/orders';
export type { ModelSpec } from './shapes/models';
export type { Permission, Role } from './terms/permissions';
