/** Where the numbers of the jobs begin that are added in bulk. */
export const BULK_BASE: number;
/** Adds jobs from one number to another by COPY; answers the seconds it took. */
export function addBulk(databaseUrl: string | undefined, from: number, to: number): Promise<number>;
