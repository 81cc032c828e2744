// @vitest-environment jsdom
import { act, fireEvent } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { show } from '../../testing/show';
import { ChosenFilter, TickedFilter } from './filters';

it('two filters that are set at once both hold', async () => {
  const fields = (
    <>
      <ChosenFilter name="kind" label="Kind" options={['drive', 'memory']} width={100} />
      <TickedFilter name="there" label="on the shelf" />
    </>
  );
  const { screen, router } = show(fields, () => ({ status: 404, data: {} }));
  const [kind, there] = [screen.getByLabelText('Kind'), screen.getByLabelText('on the shelf')];
  // Quicker than the page is drawn anew.
  act(() => {
    fireEvent.change(kind, { target: { value: 'drive' } });
    fireEvent.click(there);
  });
  await vi.waitFor(() => expect(router.state.location.search).toContain('there=yes'));
  expect(router.state.location.search).toContain('kind=drive');
});
