export * from './units';
export * from './nominal';
export * from './format';
export * from './parse';
