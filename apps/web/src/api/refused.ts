import type { Problem } from '@udrel/contract/types';
import type { Shape } from '@udrel/contract/shapes';
import type * as Checks from '@udrel/contract/validate';
import type { SendError } from './ask';

let checks: typeof Checks | null = null;

/**
 * Loads what checks shapes once something is typed or chosen in a view, so that it is there when it is sent; who only
 * looks does without.
 */
export function loadChecksOnTyping(): () => void {
  const begun = ({ target }: Event) => {
    if (!(target instanceof Element && target.closest('main, [role=dialog]'))) return;
    leave();
    void loadChecks();
  };
  const leave = () => document.removeEventListener('input', begun);
  document.addEventListener('input', begun);
  return leave;
}

export async function loadChecks(): Promise<void> {
  checks ??= await import('@udrel/contract/validate').catch(() => null);
}

/**
 * What the server would refuse of something that is about to be sent, by the same shape and in the same words; null where
 * nothing is wrong with it, or where what checks it is not there (yet): then the server says it. It never makes anybody
 * wait: what is pressed twice counts twice.
 *
 * @param within where the value stands in what is sent, such as `value.`
 */
export function refused(shape: Shape<unknown>, value: unknown, within = ''): SendError | null {
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
