export * from './round';
export * from './stays';
