export type * from './types';
export { gradeAta, readSmart, sumsUp, type AtaHealth, type SmartAttribute } from './ata';
export { unknownHealth } from './grade';
export { growthMeans } from './growth';
export { readAtaIdentify, readNvmeIdentify } from './identify';
export { gradeNvme } from './nvme';
