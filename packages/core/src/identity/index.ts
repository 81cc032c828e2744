export * from './identify';
export * from './alarms';
export { alike, type Alike } from './alike';
export { ownLabel, readOwnLabel, type LabelledRole } from './own-label';
