import { EntitySchema } from 'typeorm';
import { key, reference, text, time } from '../platform/database/columns';

/** A link under which the diary of somebody, or of the shop, can be read as a calendar. */
export interface FeedLinkRow {
  id: string;
  /** Whose; null: the whole shop's. */
  staffId: string | null;
  digest: string;
  madeBy: string;
  madeAt: Date;
}

export const FeedLink = new EntitySchema<FeedLinkRow>({
  name: 'feed_link',
  columns: {
    id: key(),
    staffId: reference('staff', { nullable: true }),
    digest: text({ unique: true }),
    madeBy: reference('staff'),
    madeAt: time(),
  },
});
