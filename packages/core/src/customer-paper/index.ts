export * from './kinds';
export * from './paper';
