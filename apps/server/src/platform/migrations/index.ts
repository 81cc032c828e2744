import { AroundThePath1780560000000 } from './around-the-path';
import { FirstSchema1780300800000 } from './first-schema';

/** Every migration, oldest first. */
export const migrations = [FirstSchema1780300800000, AroundThePath1780560000000];
