export * from './paper';
