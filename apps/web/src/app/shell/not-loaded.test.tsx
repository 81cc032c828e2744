// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import { Provider } from 'react-redux';
import { createMemoryRouter, MemoryRouter, Outlet, RouterProvider } from 'react-router';
import { expect, it, onTestFinished, vi } from 'vitest';
import { found, lost } from '../../api/connection-slice';
import { makeStore } from '../../store/make-store';
import { followNewBuild, isNotLoaded } from '../kept-shell';
import { NotLoaded } from './Lost';
import { Opening } from './Unfinished';

it('opens a view that could not be loaded once the server is back, and not before', () => {
  onTestFinished(cleanup);
  const store = makeStore();
  const again = vi.fn();
  render(
    <Provider store={store}>
      <MemoryRouter>
        <NotLoaded again={again} />
      </MemoryRouter>
    </Provider>,
  );
  expect(screen.getByRole('alert').textContent).toContain('It opens by itself once it does.');
  act(() => void store.dispatch(lost(1)));
  expect(again).not.toHaveBeenCalled();
  act(() => void store.dispatch(found()));
  expect(again).toHaveBeenCalledOnce();
});

it('says that a view is on its way while the one before stands', async () => {
  onTestFinished(cleanup);
  let come: (view: { Component: () => string }) => void = () => undefined;
  const frame = () => (
    <>
      <Opening />
      <Outlet />
    </>
  );
  const children = [
    { index: true, element: 'the one before' },
    { path: 'next', lazy: () => new Promise<{ Component: () => string }>((resolve) => (come = resolve)) },
  ];
  const router = createMemoryRouter([{ path: '/', Component: frame, children }]);
  render(<RouterProvider router={router} />);
  expect(screen.queryByRole('status')).toBeNull();
  act(() => void router.navigate('/next'));
  expect(screen.getByRole('status').textContent).toBe('Opening …');
  expect(document.body.textContent).toContain('the one before');
  await act(async () => Promise.resolve(come({ Component: () => 'the next' })));
  expect(await screen.findByText('the next')).toBeTruthy();
  expect(screen.queryByRole('status')).toBeNull();
});

it('tells code that could not be loaded from what failed otherwise', () => {
  vi.spyOn(navigator, 'onLine', 'get').mockReturnValue(false);
  onTestFinished(() => void vi.restoreAllMocks());
  followNewBuild(() => null);
  const error = new Error('no such file');
  window.dispatchEvent(Object.assign(new Event('vite:preloadError'), { payload: error }));
  expect(isNotLoaded(error)).toBe(true);
  expect(isNotLoaded(new Error('no such file'))).toBe(false);
});
