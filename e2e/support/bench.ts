import { expect, type Locator, type Page } from '@playwright/test';

const PASSWORDS = { ilse: 'bench-demo-1', odo: 'bench-demo-2', wren: 'bench-demo-3' } as const;

type Login = keyof typeof PASSWORDS;

/** Signs this browser in with a demo account; signing in by hand has paths of its own. */
export async function signIn(page: Page, login: Login = 'ilse'): Promise<void> {
  const signedIn = await page.request.post('/api/v1/session', {
    data: { login, password: PASSWORDS[login] },
  });
  expect(signedIn.status(), await signedIn.text()).toBeLessThan(300);
}

/** Opens a page signed in with a demo account. */
export async function enter(page: Page, login: Login = 'ilse', path = '/'): Promise<void> {
  await signIn(page, login);
  await page.goto(path);
  await expect(page.getByRole('combobox', { name: 'Scan or find' })).toBeVisible();
}

/** Goes on to an address within the application, as a link does; an empty page loads it, and a paper is a page of its own. */
export async function open(page: Page, path: string): Promise<void> {
  if (page.url() === 'about:blank' || path.startsWith('/print/')) {
    await page.goto(path);
    return;
  }
  await page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate'));
  }, path);
  // The view before stands until the code of the next is there.
  const { pathname } = new URL(path, page.url());
  await expect(page.locator(`main[data-at^="${pathname}"]`)).toBeAttached();
}

/**
 * Switches on that this browser calls when hands are wanted, and answers what was called so far. What the system
 * would show as a notification is written down instead.
 */
export async function callForHands(page: Page): Promise<() => Promise<string[]>> {
  const listen = () => {
    const called: string[] = [];
    const write = (title: string, { body }: { body: string }) => called.push(`${title}: ${body}`);
    const WrittenDown = Object.assign(
      function (...told: Parameters<typeof write>) {
        write(...told);
      },
      { permission: 'granted' },
    );
    Object.assign(window, { Notification: WrittenDown, called });
  };
  await page.addInitScript(listen);
  await page.evaluate(listen);
  await page.getByRole('button', { name: 'Ilse Marrack, technician' }).click();
  await page.getByRole('menuitem', { name: 'Sound when hands are wanted' }).click();
  return () => page.evaluate(() => (window as unknown as { called: string[] }).called);
}

/** A scanner: a key every `gap` milliseconds and Enter, faster than anybody types; `late` before one of them. */
export async function scan(page: Page, text: string, { gap = 8, late = {} as Record<number, number> } = {}) {
  const input = await page.context().newCDPSession(page);
  let timestamp = Date.now() / 1000;
  const keys = [...text].map((key) => ({ key, text: key }));
  const sent = [...keys, { key: 'Enter', code: 'Enter', text: '\r', windowsVirtualKeyCode: 13 }].map((key, index) => {
    timestamp += (late[index] ?? gap) / 1000;
    return [
      input.send('Input.dispatchKeyEvent', { type: 'keyDown', timestamp, ...key }),
      input.send('Input.dispatchKeyEvent', { type: 'keyUp', timestamp, ...key }),
    ];
  });
  await Promise.all(sent.flat());
  await input.detach();
}

/** Types a day into a field of that name, as somebody does: figure by figure from its day on. */
export async function typeDay(within: Page | Locator, label: string, day: string): Promise<void> {
  const [year = '', month = '', date = ''] = day.split('-');
  const field = within.getByRole('group', { name: label });
  await field.getByRole('spinbutton', { name: 'Day' }).click();
  await field.getByRole('spinbutton', { name: 'Day' }).pressSequentially(`${date}${month}${year}`);
}

/** A named group of the page. */
export const sheet = (page: Page, name: string | RegExp): Locator => page.getByRole('region', { name });

/** The row of a job on the Floor, scrolled to: only those in sight are drawn, each in its place by promise. */
export async function handsOf(page: Page, tag: string): Promise<Locator> {
  const list = page.getByRole('list', { name: 'Hands next' }).locator('..');
  const row = page.getByRole('listitem').filter({ hasText: tag });
  await expect(async () => {
    await list.evaluate((box) => {
      const atEnd = box.scrollTop + box.clientHeight >= box.scrollHeight - 1;
      box.scrollTop = atEnd ? 0 : box.scrollTop + box.clientHeight / 2;
    });
    await expect(row).toBeVisible({ timeout: 300 });
  }).toPass();
  return row;
}
export const gate = (page: Page, id: string): Locator => page.locator(`[data-gate="${id}"]`);

/** Goes to a station of the open job by its name on the track. */
export async function station(page: Page, name: string): Promise<void> {
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('link', { name: new RegExp(name) })
    .click();
  await expect(page.getByRole('group', { name, exact: true })).toBeVisible();
}

/** Books a device in at the counter and answers its tag. */
export async function bookIn(
  page: Page,
  given: { customer: string; model: string; serial: string; memory?: string; wish?: string },
): Promise<string> {
  await open(page, '/book-in');
  await page.getByLabel('Customer: name or phone').fill(given.customer);
  await page.getByLabel('Phone', { exact: true }).fill('07700 010 999');
  await page.getByLabel('Device model: name or number').fill(given.model);
  await page.getByRole('listbox').getByRole('option').first().click();
  await page.getByLabel('Serial of the device').fill(given.serial);
  if (given.wish) await page.getByLabel('Wish').selectOption(given.wish);
  if (given.memory) {
    await page.getByLabel('Wish').selectOption('memory');
    await page.getByLabel('Memory in all, at least').fill(given.memory);
  }
  await page.getByLabel('Complaint, in the customer’s words').fill('It is slow.');
  await page.getByLabel('Condition on arrival: cracks, marks, missing screws').fill('Scratch on the lid.');
  await page.getByLabel('Left with us: charger, dock …').fill('charger');
  await page.getByLabel('Storage place').fill('rack C1');
  await page.getByRole('button', { name: 'Book in' }).click();
  await page.waitForURL(/\/jobs\/U-\d+\/book-in/);
  return /U-\d+/.exec(page.url())?.[0] ?? '';
}

/** The customer agrees to the quote as it stands, at the counter. */
export async function agree(page: Page): Promise<void> {
  await page.getByRole('tab', { name: 'Quote' }).click();
  await page.getByRole('button', { name: 'Accepted at the counter' }).click();
  await expect(gate(page, 'price agreed')).toHaveAttribute('data-holds', 'true');
}

/** A run that is timed by hand ends well at once: it cannot have taken so short, and how long it took nobody knows. */
export async function endAtOnce(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'It ended well' }).click();
  await page.getByRole('button', { name: 'Nobody knows how long' }).click();
}

/** Everything seen to before the copy: every check stamped, every run of its own begun and ended well. */
export async function prepare(page: Page): Promise<void> {
  await page.getByRole('tab', { name: /^Prepare/ }).click();
  await expect(page.getByRole('tabpanel', { name: 'Prepare' })).toBeVisible();
  await page.getByLabel('As they stand').fill('UEFI, AHCI, Secure Boot on');
  const checks = page.getByRole('button', { name: /^(Seen to|Was so already|Has begun): / });
  for (let left = await checks.count(); left > 0; left -= 1) {
    const next = checks.first();
    const run = (await next.getAttribute('aria-label'))?.startsWith('Has begun');
    await next.click();
    if (run) await endAtOnce(page);
    await expect(checks).toHaveCount(left - 1);
  }
  await expect(gate(page, 'prepared')).toHaveAttribute('data-holds', 'true');
}

/** A finished drive read back at a berth, as planned. */
export async function readBack(page: Page, name = 'New drive read back'): Promise<void> {
  const read = sheet(page, name);
  await read.getByRole('button', { name: 'Read it there' }).click();
  await expect(read).toContainText('All of it is there as planned.');
}

/** Figures of a measuring session into the form of that name. */
export async function measure(
  page: Page,
  fact: 'before' | 'after',
  figures: [read: string, write: string, startUps: string],
): Promise<void> {
  const form = sheet(page, fact === 'before' ? /^Before:/ : /^After:/);
  await form.getByLabel('Sequential read, MB/s').fill(figures[0]);
  await form.getByLabel('Sequential write, MB/s').fill(figures[1]);
  await form.getByLabel('Cold start-ups, seconds').fill(figures[2]);
  await form.getByRole('button', { name: new RegExp(fact) }).click();
  await expect(form.getByText('measured', { exact: true })).toBeVisible();
}

/** Trial start, everything back, functions, document, signature, closed. */
export async function proveAndHandOver(page: Page, figures: [string, string, string]): Promise<void> {
  await station(page, 'Prove');
  await page.getByLabel('The old drive is not attached').check();
  await page.getByRole('button', { name: 'It started' }).click();
  await expect(page.getByRole('list', { name: 'Trial starts' })).toContainText('It started');
  await measure(page, 'after', figures);
  await station(page, 'Swap');
  await page.getByRole('button', { name: 'All back, closed' }).click();
  await expect(page.getByText('everything that came out is back', { exact: true })).toBeVisible();
  await station(page, 'Prove');
  await page.getByRole('button', { name: 'The rest works' }).click();
  await page.getByRole('button', { name: 'Record the functions' }).click();
  await expect(gate(page, 'functions')).toHaveAttribute('data-holds', 'true');
  await station(page, 'Hand over');
  await page.getByRole('button', { name: 'Note it' }).click();
  await page.getByRole('button', { name: 'Document given', exact: true }).click();
  await page.getByLabel('Name of who signs').fill('P. Ferryman');
  const pad = page.getByRole('img', { name: 'Sign here' });
  await pad.hover({ position: { x: 20, y: 40 } });
  await page.mouse.down();
  await pad.hover({ position: { x: 120, y: 60 } });
  await page.mouse.up();
  await page.getByRole('button', { name: 'Signed', exact: true }).click();
  await page.getByRole('button', { name: 'Hand over and close' }).click();
  // Nothing was paid: that is said before the job is closed.
  await expect(page.getByText(/ of order \d+ is not paid\.$/)).toBeVisible();
  await page.getByRole('button', { name: /^Close with .* open$/ }).click();
  await expect(page.getByText(/^closed today/)).toBeVisible();
}
