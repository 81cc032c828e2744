import type { Problem } from '@udrel/contract/types';
import type { Shape } from '@udrel/contract/shapes';
import type { SendError } from './send';

/**
 * What the server would refuse of something that is about to be sent, by the same shape and in the same words; null where
 * nothing is wrong with it. What checks shapes is loaded with the first thing that is sent: where it cannot be had, the
 * server says it.
 *
 * @param within where the value stands in what is sent, such as `value.`
 */
export async function refused(shape: Shape<unknown>, value: unknown, within = ''): Promise<SendError | null> {
  const checks = await import('@udrel/contract/validate').catch(() => null);
  const result = checks?.validate(shape, value);
  if (!result || result.ok) return null;
  const problems = result.problems.map((one) => ({ ...one, field: within + one.field }));
  const detail = problems[0]?.sentence ?? 'Check what was typed.';
  return { status: 422, data: { ...INVALID, detail, problems } };
}

const INVALID: Omit<Problem, 'detail'> = {
  type: 'urn:udrel:problem:invalid-input',
  title: 'invalid input',
  status: 422,
  code: 'invalid-input',
};
