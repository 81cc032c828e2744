export * from './types';
export * from './rates';
export * from './chain';
