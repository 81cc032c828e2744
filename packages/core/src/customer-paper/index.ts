export * from './kinds';
export * from './paper';
export * from './receipt';
