/** How many an answer to what was typed holds at most: who shows it says so where there may be more. */
export const MOST_FOUND = 12;
export const MOST_CUSTOMERS = 20;
export const MOST_MODELS = 50;
export const MOST_LESSONS = 20;
/** Most bytes of one photograph as it is sent, and most photographs of one job. */
export const MOST_PHOTO_BYTES = 20_000_000;
export const MOST_PHOTOS = 200;
/** Most commands that a browser kept for a job and sends in one request. */
export const MOST_KEPT = 20;
/** Longest sentence to which a customer agrees. */
export const MOST_CONSENT = 200;
