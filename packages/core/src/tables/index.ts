export type * from './types';
export { crc32 } from './crc32';
export { GPT_TYPE_OF, gptTypeOf, mbrTypeOf } from './kinds';
export { guessSectorSize, readTable } from './read';
export { writeGpt, type GptContent } from './write';
export { writeMbr, type MbrContent } from './write-mbr';
export { stableGuid } from './guid';
