import { nullable, object, whole, type Infer } from '../shape';

/** How long what the shop has is kept, and after how long without a touch a screen is locked. Null: for ever, or never. */
export const retention = object({
  /** Days after which what a berth counted each second is thinned to once a minute. */
  samplesDays: whole(1, 3650),
  /** Days for which an answer is known to whoever asks the same again. */
  answersDays: whole(1, 90),
  /** Days for which who is signed in stays so. */
  sessionDays: whole(1, 90),
  /** Months after the end of its job for which a photograph is kept. */
  photosMonths: nullable(whole(1, 240)),
  /** Months after their last order for which a customer is kept, bills aside. */
  customersMonths: nullable(whole(6, 240)),
  idleMinutes: nullable(whole(1, 240)),
});
export type Retention = Infer<typeof retention>;
