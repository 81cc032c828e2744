export * from './types';
export { copyTrusted, identified, latestRun, planHolds, wants } from './evidence';
export { gatePassed } from './gates';
export { procedureOf } from './procedure';
export * from './next-hands';
export { ROUTES, routeLinks } from './route-links';
export { functionChecks } from './function-checks';
