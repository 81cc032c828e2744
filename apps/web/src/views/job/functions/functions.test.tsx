// @vitest-environment jsdom
import { expect, it } from 'vitest';
import type { JobView } from '@udrel/contract/types';
import type { JobFacts } from '@udrel/core/facts';
import { jobView, show } from '../../../testing/show';
import { ArrivalForm } from './ArrivalForm';
import { FunctionsForm } from './FunctionsForm';

const MODEL = { functions: ['Camera', 'Sound'] };
const withFacts = (facts: JobFacts): JobView => {
  const view = jobView({ facts, wishes: [] });
  return { ...view, device: { model: MODEL } as never };
};
const READ = { made: '', startMode: null, secureBoot: null, boot: null, modules: null, drives: [] };
const nothing = () => ({ status: 200, data: {} });

it('leaves what the device tells nothing of to be looked at, instead of calling it dead or well', async () => {
  const parts = [{ kind: 'sound' as const, name: 'Board', detail: '' }];
  const { screen, user } = show(<ArrivalForm job={withFacts({ 'device read': { ...READ, parts } })} />, nothing);
  expect(screen.getByText('not seen by the device itself')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'The rest works' }));
  const answered = screen.getAllByRole<HTMLInputElement>('radio').filter(({ checked }) => checked);
  expect(answered.map(({ name }) => name)).toEqual(['on arrival Sound']);
});

it('asks why of what died, and not of what was dead when it came', async () => {
  const came = { results: [{ name: 'Camera', works: false }], note: '' };
  const { screen, user } = show(<FunctionsForm job={withFacts({ 'functions on arrival': came })} />, nothing);
  expect(screen.getByText('dead when it came')).toBeTruthy();
  const [, cameraDead, , soundDead] = screen.getAllByRole('radio');
  if (!cameraDead || !soundDead) throw new Error('not shown');
  await user.click(cameraDead);
  expect(screen.queryByLabelText('Camera: why it does not work')).toBeNull();
  await user.click(soundDead);
  expect(screen.getByLabelText('Sound: why it does not work')).toBeTruthy();
});
