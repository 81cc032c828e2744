import { act, cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { useState, type ReactNode } from 'react';
import { Provider } from 'react-redux';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { onTestFinished, vi } from 'vitest';
import type { JobView } from '@udrel/contract/types';
import { job, OLD_DRIVE } from '@udrel/core/samples';
import { procedureOf, type JobSnapshot } from '@udrel/core/steps';
import { makeStore } from '../store/make-store';
import { answering, type Answered, type Sent } from './server/answering';

/** A job as its page has it, with this snapshot. */
export function jobView(over: Partial<JobSnapshot>): JobView {
  const snapshot = job({ ...over, facts: { 'old drive': OLD_DRIVE, ...over.facts } });
  return { tag: 'U-1', version: 3, history: [], origins: [], snapshot, procedure: procedureOf(snapshot) } as never;
}

/** Shows a part of a page in a shop whose server answers like that. */
export function show(part: ReactNode, answer: (sent: Sent) => Answered | Promise<Answered>) {
  // Files share a process: what is shown is taken away by the test that showed it.
  onTestFinished(() => {
    cleanup();
    vi.unstubAllGlobals();
  });
  const sent: Sent[] = [];
  answering((one) => {
    sent.push(one);
    return answer(one);
  });
  const store = makeStore();
  let put: (part: ReactNode) => void = () => undefined;
  function Shown() {
    const [shown, setShown] = useState(part);
    put = setShown;
    return shown;
  }
  const router = createMemoryRouter([{ path: '*', element: <Shown /> }]);
  const { unmount } = render(
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>,
  );
  return {
    sent,
    router,
    user: userEvent.setup(),
    screen,
    /** Shows it as it is by now. */
    change: (next: ReactNode) => act(() => put(next)),
    /** Leaves the page. */
    leave: unmount,
  };
}
