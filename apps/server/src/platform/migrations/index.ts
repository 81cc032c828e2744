import { AroundThePath1780560000000 } from './around-the-path';
import { FitAndPrice1795400000000 } from './fit-and-price';
import { FirstSchema1780300800000 } from './first-schema';

/** Every migration, oldest first. */
export const migrations = [FirstSchema1780300800000, AroundThePath1780560000000, FitAndPrice1795400000000];
