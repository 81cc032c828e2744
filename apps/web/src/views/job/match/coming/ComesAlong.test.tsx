// @vitest-environment jsdom
import { expect, it, vi } from 'vitest';
import { bytesOfNominal, GIB } from '@udrel/core/capacity';
import { defaultIntent, filesFrom } from '@udrel/core/layout';
import { tableOf } from '@udrel/core/samples';
import { jobView, show } from '../../../../testing/show';
import { ComesAlong } from './ComesAlong';

const second = { serial: 'KD5-0500', name: 'Kestrin D5', bytes: bytesOfNominal(500), siteId: 'b', used: 100 * GIB };
const table = tableOf();

it('another drive of the device is offered, and a volume that holds its files is decided for', async () => {
  const facts = { 'partition table': table, 'other drives': { drives: [second] } };
  const { screen, user, sent } = show(<ComesAlong job={jobView({ facts })} />, () => ({
    status: 200,
    data: jobView({ facts }),
  }));
  expect(screen.getByText(/uses 100 GiB/)).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Its files come too' }));
  await vi.waitFor(() => expect(sent).toHaveLength(1));
  const made = [{ from: second.serial, bytes: 110 * GIB, on: 'new' }];
  expect(sent[0]?.body).toMatchObject({ value: { intent: { made }, route: null } });
});

it('what was decided is said where it comes along, with the way back; nothing is offered twice', async () => {
  const intent = { ...defaultIntent(table), ...filesFrom(table, defaultIntent(table), second) };
  const facts = {
    'partition table': table,
    'other drives': { drives: [second] },
    'plan draft': { intent, route: null, startedFrom: null },
  };
  const { screen, user, sent } = show(<ComesAlong job={jobView({ facts })} />, () => ({
    status: 200,
    data: jobView({ facts }),
  }));
  expect(screen.queryByRole('button', { name: 'Its files come too' })).toBeNull();
  expect(screen.getByText(/come onto the new drive after the trial start/)).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Leave them where they are' }));
  await vi.waitFor(() => expect(sent[0]?.body).toMatchObject({ value: { intent: { made: [] } } }));
});
