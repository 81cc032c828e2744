import { expect, test, type Page } from '@playwright/test';
import { signIn } from '../support/bench';

const rowsOf = async (page: Page) =>
  (await page.getByRole('row').allInnerTexts()).slice(1).map((row) => row.split('\t').map((cell) => cell.trim()));
const figure = (text: string | undefined) => Number((text ?? '').replaceAll(',', ''));

test.beforeEach(({ page }) => signIn(page));

test('the plan card names both drives by serial and every partition by its sectors', async ({ page }) => {
  await page.goto('/print/plan/U-2411');
  const job = (await (await page.request.get('/api/v1/jobs/U-2411')).json()) as {
    snapshot: {
      facts: {
        plan: {
          sourceSerial: string;
          drives: { serial: string }[];
          partitions: { startSector: number; sectors: number }[];
        };
      };
    };
  };
  const { plan } = job.snapshot.facts;
  await expect(page.getByText(plan.sourceSerial)).toBeVisible();
  await expect(page.getByText(plan.drives[0]?.serial ?? '').first()).toBeVisible();
  await expect(page.getByText(/all on it is wiped/)).toBeVisible();
  const rows = await rowsOf(page);
  expect(rows.map((row) => [figure(row[2]), figure(row[3])])).toEqual(
    plan.partitions.map((one) => [one.startSector, one.sectors]),
  );
  let end = 0;
  for (const [, , first, sectors] of rows) {
    expect(figure(first) % 2048).toBe(0);
    expect(figure(first)).toBeGreaterThanOrEqual(end);
    end = figure(first) + figure(sectors);
  }
});

test('a plan that is not accepted has no card', async ({ page }) => {
  await page.goto('/print/plan/U-2412');
  await expect(page.getByText('The copy plan is not accepted yet.')).toBeVisible();
  await page.goto('/print/menu/U-2412');
  await expect(page.getByText('There is no such paper.')).toBeVisible();
});

test('receipt and tag say whose device it is, what is wanted and what was left', async ({ page }) => {
  await page.goto('/print/receipt/U-2407');
  for (const words of [
    'Quayside Bench',
    'Hesper Quayle, night school',
    'T15-4820-31',
    'Crack at the left hinge',
    'charger',
    '119.00',
  ]) {
    await expect(page.getByText(new RegExp(words)).first()).toBeVisible();
  }
  await page.goto('/print/tag/U-2407');
  await expect(page.getByRole('img', { name: 'Code of U-2407' })).toBeVisible();
  await expect(page.getByText('T15-4820-31')).toBeVisible();
});

test('the customer document sets before and after side by side, and says why where it cannot', async ({ page }) => {
  await page.goto('/print/document/U-2401');
  await expect(page.getByText('Starting took 104 s, now 21 s: 5 times as fast.')).toBeVisible();
  const rows = await rowsOf(page);
  expect(rows.find((row) => row[0] === 'Sequential read')?.slice(1)).toEqual(['96 MB/s', '531 MB/s', '5.5 times']);
  await expect(page.getByText('Please do not attach the old drive')).toBeVisible();
  await page.goto('/print/document/U-2404');
  await expect(page.getByText(/Not measured before: The disk is failing/)).toBeVisible();
  await page.goto('/print/document/U-2402');
  await expect(page.getByText('2 × Brinewick S4: 32 GiB in all')).toBeVisible();
  await expect(page.getByText('Please do not attach the old drive')).toHaveCount(0);
});
