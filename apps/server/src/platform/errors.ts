import type { JobView, Problem } from '@udrel/contract/types';

/** Something that the caller can put right. Answered as RFC 9457 problem details. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    detail: string,
    readonly more: {
      problems?: { field: string; sentence: string }[];
      current?: JobView;
      /** Seconds after which the same may be asked again. */
      retryAfter?: number;
    } = {},
  ) {
    super(detail);
  }

  toProblem(): Problem {
    return {
      type: `urn:udrel:problem:${this.code}`,
      title: this.code.replaceAll('-', ' '),
      status: this.status,
      code: this.code,
      detail: this.message,
      ...(this.more.problems ? { problems: this.more.problems } : {}),
      ...(this.more.current ? { current: this.more.current } : {}),
    };
  }
}

export const notFound = (what: string) => new Refusal(404, 'not-found', `${what} is not known here.`);

/** One field is wrong: where, and what to do. */
export const fieldWrong = (field: string, sentence: string) =>
  new Refusal(422, 'invalid-input', sentence, { problems: [{ field, sentence }] });

/** A gate refuses: every sentence says what is missing. */
export const gateClosed = (sentences: readonly string[]) => new Refusal(409, 'gate-closed', sentences.join(' '));

/** Says of which device it is that something was refused. */
export async function naming<T>(tag: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Refusal) throw new Refusal(error.status, error.code, `${tag}: ${error.message}`);
    throw error;
  }
}
