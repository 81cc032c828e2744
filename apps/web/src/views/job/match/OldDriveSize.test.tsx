// @vitest-environment jsdom
import { expect, it, vi } from 'vitest';
import { jobView, show } from '../../../testing/show';
import { OldDriveSize } from './OldDriveSize';

it('notes what was measured, in millimetres, and says what cannot be read', async () => {
  const job = jobView({});
  const { screen, user, sent } = show(<OldDriveSize job={job} asked={['length', 'height']} />, () => ({
    status: 200,
    data: jobView({ facts: { 'old drive measured': { length: 80, height: 2.2 } } }),
  }));
  await user.selectOptions(screen.getByLabelText('Length of the card'), '80');
  await user.type(screen.getByLabelText('Height, mm'), 'flat');
  await user.click(screen.getByRole('button', { name: 'Note the size' }));
  expect(await screen.findByText('Type millimetres, such as 7 or 9.5.')).toBeTruthy();
  expect(sent).toEqual([]);
  await user.clear(screen.getByLabelText('Height, mm'));
  await user.type(screen.getByLabelText('Height, mm'), '2.2');
  await user.click(screen.getByRole('button', { name: 'Note the size' }));
  await vi.waitFor(() => expect(sent[0]?.body).toMatchObject({ value: { length: 80, height: 2.2 } }));
});
