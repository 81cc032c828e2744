import type { Retention } from '../../shapes/house/retention';

/** What goes by itself, and how much of it would go now. */
export interface RetentionView {
  rules: Retention;
  /** Photographs and customers that are over their time, by the rules as they stand. */
  due: { photos: number; customers: number };
}

/** How much would go by rules that are not set yet. */
export type RetentionDue = RetentionView['due'];
