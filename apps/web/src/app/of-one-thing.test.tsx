// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { expect, it, onTestFinished } from 'vitest';
import { ofOneThing } from './of-one-thing';

it('keeps what is typed at a thing along its stations, and from the next thing', async () => {
  onTestFinished(cleanup);
  const Noted = ofOneThing(() => <input aria-label="Note" />);
  const router = createMemoryRouter([{ path: 'jobs/:tag/:station?', element: <Noted /> }], {
    initialEntries: ['/jobs/U-1/assess'],
  });
  render(<RouterProvider router={router} />);
  const note = () => screen.getByLabelText<HTMLInputElement>('Note').value;
  await userEvent.type(screen.getByLabelText('Note'), 'half a sentence');
  await act(() => router.navigate('/jobs/U-1/match'));
  expect(note()).toBe('half a sentence');
  await act(() => router.navigate('/jobs/U-2/match'));
  expect(note()).toBe('');
});
