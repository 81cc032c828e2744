import { FirstSchema1780300800000 } from './first-schema';

/** Every migration, oldest first. */
export const migrations = [FirstSchema1780300800000];
