export * from './types';
export { isReadsFile, readReadsFile, type ReadsFile } from './file';
export { alikeReads, figuresOfReads, judgeReads, methodOfReads } from './judge';
export { simulatedReads } from './simulated';
export { placesOf, readForFigures, smallReads, type ReadableDrive } from './measure';
