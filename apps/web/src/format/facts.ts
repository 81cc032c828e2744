import { tellFact as tell, type FactKey } from '@udrel/core/facts';
import { day } from './time';

/** A fact in a line; empty for one that is not known or is shown elsewhere. */
export const tellFact = (key: FactKey, value: unknown): string => tell(key, value, day);
