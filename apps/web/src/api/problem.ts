import type { Problem } from '@udrel/contract/types';

/** Why a request did not do what was asked, in words for the person. */
export interface Trouble {
  sentence: string;
  status: number;
  problem: Problem | null;
}

/** Reads an error of the API layer, whatever it is. */
export function troubleOf(error: unknown): Trouble | null {
  if (!error) return null;
  const { status, data, read } = error as { status?: number | string; data?: unknown; read?: boolean };
  if (typeof status === 'number' && isProblem(data)) return { sentence: data.detail, status, problem: data };
  return {
    sentence: read
      ? 'The server does not answer: this is not read yet.'
      : 'The server does not answer. This cannot be kept for later, since it needs what the others do. What you typed is still here: try again.',
    status: 0,
    problem: null,
  };
}

function isProblem(data: unknown): data is Problem {
  return typeof data === 'object' && data !== null && 'detail' in data;
}

/** What is wrong with one field, or undefined. Fields are named as in the request, such as "device.serial". */
export function fieldTrouble(error: unknown, field: string): string | undefined {
  return troubleOf(error)?.problem?.problems?.find((one) => one.field === field)?.sentence;
}
