export * from './identify';
export { fieldsOf, serialIn, type CodeFields } from './fields';
export * from './alarms';
export { alike, type Alike } from './alike';
export { ownLabel, readOwnLabel, type LabelledRole } from './own-label';
