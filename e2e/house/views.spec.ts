import { expect, test, type Page } from '@playwright/test';
import { enter, scan, sheet } from '../support/bench';
import { faultsOf } from '../support/look';

const STATIONS = ['book-in', 'assess', 'match', 'plan', 'copy', 'swap', 'prove', 'hand-over'];
const VIEWS = [
  '/',
  '/jobs',
  '/jobs?text=nobody',
  '/book-in',
  '/shelf',
  '/models',
  '/models/new',
  '/customers',
  '/customers?find=nobody',
  '/money',
  '/money?page=till',
  '/money?page=claims',
  '/messages',
  '/stays',
  '/stays?page=round',
  '/stays/U-2393/2/wipe',
  '/jobs/U-2398/hand-over',
  '/diary',
  '/diary?days=7',
  '/before-closing',
  '/to-order',
  '/yardsticks',
  '/print/diary/2031-03-03',
  '/shop',
  '/shop?page=staff',
  '/shop?page=work',
  '/shop?page=papers',
  '/shop?page=keeping',
  '/shop/audit',
  '/jobs/U-2408/history',
  '/interface',
  '/jobs/U-2418/book-in',
  '/jobs/U-2420/assess',
  '/jobs/U-2422/swap',
  '/jobs/U-2422/prove',
  '/jobs/U-2422/hand-over',
  '/jobs/U-2426/match',
  '/jobs/U-2427/copy',
  '/print/labels/U-2418',
  '/print/quote/U-2409',
  '/print/part/TH-TP-05',
  '/print/document/U-2401',
  '/print/plan/U-2411',
  '/print/drives/U-2411',
  '/jobs/U-2431/plan',
  '/jobs/U-2432/plan',
  '/jobs/U-2433/copy',
  '/print/receipt/U-2408',
];
const ALL = [...VIEWS, ...STATIONS.map((station) => `/jobs/U-2408/${station}`), '/jobs/U-2409/match'];

/** Controls that look the same with the keyboard at them. */
async function withoutFocus(page: Page): Promise<string[]> {
  // A key was pressed last: what is focused then shows it.
  await page.keyboard.press('Tab');
  return page.evaluate(() => {
    const controls = 'a[href], button, input, select, textarea, summary, [tabindex="0"]';
    const SHOWN = ['outline', 'boxShadow', 'borderTop', 'stroke', 'strokeWidth', 'backgroundColor'] as const;
    const kindOf = (one: Element) => `${one.tagName} ${one.className} ${one.parentElement?.className}`;
    const lookOf = (one: Element) => {
      const around = [one, one.parentElement, one.parentElement?.parentElement].filter((el) => el instanceof Element);
      const parts = [...around, ...(one.parentElement?.querySelectorAll('fieldset') ?? []), ...one.children];
      return parts.map((part) => SHOWN.map((name) => getComputedStyle(part)[name]).join()).join('|');
    };
    return (
      [...document.querySelectorAll<HTMLElement>(controls)]
        .filter((one) => one.checkVisibility() && !one.matches(':disabled, [type=hidden], [hidden]'))
        .filter((one) => one.getClientRects().length > 0)
        // Those of a class look alike: one of each is tried.
        .filter((one, index, all) => all.findIndex((other) => kindOf(other) === kindOf(one)) === index)
        .filter((one) => {
          (document.activeElement as HTMLElement | null)?.blur();
          const before = lookOf(one);
          one.focus();
          return document.activeElement === one && lookOf(one) === before;
        })
        .map((one) => one.outerHTML.slice(0, 160))
    );
  });
}

test('every view is accessible, light and dark, and nothing is wider than a tablet at the bench', async ({ page }) => {
  test.setTimeout(400_000);
  await enter(page);
  for (const path of ALL) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.emulateMedia({ colorScheme: 'light' });
    await page.goto(path);
    await expect(page.getByText(/^Reading/)).toHaveCount(0);
    // Colours do not fade over: they are looked at as they end.
    await page.addStyleTag({ content: '* { transition: none !important; }' });
    const light = await faultsOf(page);
    // The page is the same one in the dark: only its colours can differ.
    await page.emulateMedia({ colorScheme: 'dark' });
    await expect(page.locator('html')).toHaveAttribute('data-scheme', 'dark');
    expect(await withoutFocus(page), `${path}: nothing shows where the keyboard is`).toEqual([]);
    const dark = await faultsOf(page, 'contrast');
    expect([...light, ...dark], path).toEqual([]);
    await page.setViewportSize({ width: 768, height: 1024 });
    const width = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(width, path).toBeLessThanOrEqual(768);
  }
  await page.goto('/jobs/U-2410/plan');
  const map = await page.getByRole('group', { name: 'Plan', exact: true }).boundingBox();
  expect(map?.width, 'the work of a station has the whole width').toBeGreaterThan(600);
});

test('sign-in is accessible, refuses a wrong password and keeps what was typed', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Name').fill('ilse');
  await page.getByLabel('Password').fill('wrong');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('Name or password is not right');
  await expect(page.getByLabel('Name')).toHaveValue('ilse');
  expect(await faultsOf(page)).toEqual([]);
  await page.getByRole('button', { name: 'Enter as ilse' }).click();
  await expect(page.getByRole('combobox', { name: 'Scan or find' })).toBeVisible();
});

test('the keys lead everywhere, and a scanned tag or serial opens its job', async ({ page }) => {
  const lettersShown = () =>
    expect(page.getByRole('navigation', { name: 'Views' }).getByText('j', { exact: true })).toBeVisible();
  await enter(page);
  await page.keyboard.press('.', { delay: 90 });
  await lettersShown();
  await page.keyboard.press('j');
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  await page.keyboard.press('/');
  await expect(page.getByRole('combobox', { name: 'Scan or find' })).toBeFocused();
  await page.keyboard.type('U-2410\n', { delay: 2 });
  await expect(page).toHaveURL(/\/jobs\/U-2410\/plan/);
  await page.keyboard.press('.', { delay: 90 });
  await lettersShown();
  await page.keyboard.press('2');
  await expect(page).toHaveURL(/\/jobs\/U-2410\/assess/);
  await scan(page, 'KD7-55Q0-2219');
  await expect(page).toHaveURL(/\/jobs\/U-2411\//);
  await page.getByRole('combobox', { name: 'Scan or find' }).fill('01555 010 114');
  await expect(page.getByRole('option').first()).toContainText('Merrow Sound Ferry Office');
  await page.keyboard.press('Escape');
  await page.getByRole('heading').first().click();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
});

test('two keys of a person lead, however busy the page is between them', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2410/plan');
  await expect(page.getByRole('group', { name: 'Plan', exact: true })).toBeVisible();
  await page.evaluate(() => {
    const press = (key: string) => document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    press('.');
    // No timer fires and nothing is drawn meanwhile.
    for (const until = performance.now() + 120; performance.now() < until;);
    press('2');
  });
  await expect(page).toHaveURL(/\/jobs\/U-2410\/assess/);
});

test('sizes are given and taken in the transfer map by keyboard', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2410/plan');
  const system = page.getByRole('button', { name: /^System:/ });
  await system.focus();
  await expect(system).toHaveAccessibleName('System: shrunk, 446 GiB');
  await page.keyboard.press('-');
  await expect(system).toHaveAccessibleName('System: shrunk, 445 GiB');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('button', { name: /^Recovery:/ })).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(sheet(page, 'Timetables')).toBeVisible();
  await page.getByLabel('Type “Timetables” to leave it behind').fill('timetables');
  await expect(sheet(page, 'Before this can be copied').getByText('nothing open')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Accept plan' })).toBeEnabled();
});

test('booking by keyboard alone; what is typed survives a reload', async ({ page }) => {
  await enter(page, 'wren');
  await page.keyboard.press('b');
  await expect(page.getByLabel('Customer: name or phone')).toBeFocused();
  await page.keyboard.type('Slipway', { delay: 90 });
  await expect(page.getByRole('option', { name: /Slipway Pottery/ })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  await page.keyboard.type('pocket', { delay: 90 });
  await expect(page.getByRole('option', { name: /Pocket 7/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(sheet(page, 'At a glance')).toContainText('M.2, key M');
  await page.reload();
  await expect(page.getByLabel('Customer: name or phone')).toHaveValue('Slipway Pottery');
  await page.getByLabel('Serial of the device').fill('VP7-E2E-77');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('In the customer’s words.')).toBeVisible();
  await page.getByLabel('Complaint, in the customer’s words').fill('Full.');
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/jobs\/U-\d+\/book-in/);
});
