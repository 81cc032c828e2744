/** How many an answer to what was typed holds at most: who shows it says so where there may be more. */
export const MOST_FOUND = 12;
export const MOST_CUSTOMERS = 20;
export const MOST_MODELS = 50;
export const MOST_LESSONS = 20;
