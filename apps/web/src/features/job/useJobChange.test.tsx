// @vitest-environment jsdom
import { act } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { jobView, show } from '../../testing/show';
import { useJobChange } from './useJobChange';

/** Two presses at a job: one that follows on an answer which the screen may not show yet, and one on that screen. */
function Presses() {
  const begun = useJobChange(jobView({}));
  const shown = useJobChange({ ...jobView({}), version: 4 });
  return (
    <>
      <button onClick={() => void begun.change('acceptPlan', { version: 4 })}>follows</button>
      <button onClick={() => void shown.change('closeJob', {})}>on the screen</button>
    </>
  );
}

it('a press on what an answer led to rests on what followed on that answer, while it is under way', async () => {
  const { sent, screen } = show(<Presses />, ({ url }) => ({
    status: 200,
    data: { ...jobView({}), version: url.includes('plan') ? 6 : 7 },
  }));
  const press = (name: string) => screen.getByRole('button', { name }).click();
  act(() => {
    press('follows');
    press('on the screen');
  });
  await vi.waitFor(() => expect(sent).toHaveLength(2));
  expect(sent.map(({ body }) => (body as { version: number }).version)).toEqual([4, 6]);
});
