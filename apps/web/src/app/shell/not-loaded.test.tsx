// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import { expect, it, onTestFinished, vi } from 'vitest';
import { found, lost } from '../../api/connection-slice';
import { makeStore } from '../../store/make-store';
import { followNewBuild, isNotLoaded } from '../kept-shell';
import { NotLoaded } from './Lost';

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

it('tells code that could not be loaded from what failed otherwise', () => {
  vi.spyOn(navigator, 'onLine', 'get').mockReturnValue(false);
  onTestFinished(() => void vi.restoreAllMocks());
  followNewBuild(() => null);
  const error = new Error('no such file');
  window.dispatchEvent(Object.assign(new Event('vite:preloadError'), { payload: error }));
  expect(isNotLoaded(error)).toBe(true);
  expect(isNotLoaded(new Error('no such file'))).toBe(false);
});
