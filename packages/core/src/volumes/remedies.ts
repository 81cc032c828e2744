/** What sees to a volume that was left in the middle of something. */
export const SHUT_DOWN = 'start its own system, shut it down fully';

/** What sees to one drive of a set. */
export const TOGETHER = 'copy every drive of the set, or bring its files over in its own system';
