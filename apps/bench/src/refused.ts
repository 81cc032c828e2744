/** The server does not take what was said, and will not. */
export class Refused extends Error {}
