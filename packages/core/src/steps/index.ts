export * from './types';
export { copyTrusted, fittedHolds, identified, latestRun, planHolds, wants } from './evidence';
export { gatePassed } from './gates';
export { procedureOf } from './procedure';
export * from './next-hands';
export { estimateOnRoute, ROUTES } from './route-links';
export { functionChecks } from './function-checks';
