export * from './details';
export * from './places';
export * from './sheet';
export * from './types';
export * from './before-opening';
export * from './learnt';
