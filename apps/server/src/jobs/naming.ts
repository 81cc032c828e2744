import { Refusal } from '../platform/errors';

/** Says of which device it is that something was refused. */
export async function naming<T>(tag: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Refusal) throw new Refusal(error.status, error.code, `${tag}: ${error.message}`);
    throw error;
  }
}
