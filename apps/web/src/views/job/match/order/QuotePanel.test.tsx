// @vitest-environment jsdom
import { expect, it } from 'vitest';
import { jobView, show } from '../../../../testing/show';
import { QuotePanel } from './QuotePanel';

const now = { jobs: [], net: 0, tax: 0, total: 4200, taxPercent: 20 };
const money = { payments: [], accepted: null, bills: [], billed: null, paid: 0, due: 4200, over: 0 };
const quote = { order: 7, now, open: [], versions: [], changed: [], ...money };

it('what was said stays where the price was not accepted, and goes where it was', async () => {
  const problem = { status: 409, code: 'price-changed', title: '', detail: 'The price changed meanwhile.' };
  const refused = { status: 409, data: problem };
  const answers = [refused, { status: 200, data: quote }];
  const { screen, user } = show(
    <QuotePanel job={{ ...jobView({}), order: 7, closedAt: null }} side={null} />,
    ({ method }) => (method === 'GET' ? { status: 200, data: quote } : (answers.shift() ?? refused)),
  );
  const said = await screen.findByRole<HTMLInputElement>('textbox', { name: 'What was said' });
  await user.type(said, 'to be ready on Friday');
  const accept = screen.getByRole('button', { name: 'Accepted by phone' });
  await user.click(accept);
  expect((await screen.findByRole('alert')).textContent).toContain('The price changed meanwhile.');
  expect(said.value).toBe('to be ready on Friday');
  await user.click(accept);
  await expect.poll(() => said.value).toBe('');
});
