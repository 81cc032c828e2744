export * from './read-back';
