/** The page that a paired phone opens. */
export const pairPath = (token: string) => `/pair/${token}`;
