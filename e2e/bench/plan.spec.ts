import { gzipSync } from 'node:zlib';
import { expect, test, type Locator, type Page } from '@playwright/test';
import { expectedTable } from '../../packages/core/src/plan-file';
import { GPT_TYPE_OF, stableGuid, writeGpt } from '../../packages/core/src/tables';
import { endAtOnce, enter, gate, open, prepare, readBack, sheet, signIn, station } from '../support/bench';
import { jobAt, plannedJob } from '../support/jobs';

test('an encrypted volume that is too large for the new drive is decrypted first, as a run of its own', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2432/plan');
  await expect(page.getByRole('tab', { name: /^Prepare/ })).toHaveAttribute('aria-selected', 'true');
  await page.getByRole('tab', { name: 'Transfer map' }).click();
  const standing = sheet(page, 'Before this can be copied');
  await expect(standing).toContainText('System is decrypted before the copy: a run of its own.');
  await standing.getByRole('button', { name: 'Copy it encrypted' }).click();
  await expect(standing).toContainText('The drive is too small: no room for System');
  await expect(standing).toContainText(/On the shelf: |The shelf has none/);
  await expect(page.getByRole('button', { name: 'Accept plan: 1 point open' })).toBeDisabled();
  await standing.getByRole('button', { name: 'Decrypt System first' }).click();
  await page.getByRole('button', { name: 'Accept plan' }).click();
  await expect(page.getByRole('button', { name: 'Plan accepted' })).toBeVisible();
  await page.getByRole('tab', { name: /^Prepare/ }).click();
  await page.getByRole('button', { name: 'Has begun: Decrypt System' }).click();
  await expect(sheet(page, 'Decrypting System, attempt 1, is running')).toBeVisible();
  await endAtOnce(page);
  await expect(sheet(page, 'Attempts')).toContainText('Decrypting System');
  await expect(page.getByRole('button', { name: 'Has begun: Decrypt System' })).toHaveCount(0);
  await page.getByRole('button', { name: /^Seen to: Keep the recovery key/ }).click();
  await expect(sheet(page, 'Before the copy')).toContainText('Ilse Marrack, today');
});

test('nothing is left behind without a word; sizes by keys, per cent and rest', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2410/plan');
  const standing = sheet(page, 'Before this can be copied');
  await expect(standing).toContainText('Timetables was taken out and stays behind.');
  await page.getByRole('button', { name: /^Timetables:/ }).click();
  await page.getByLabel('Type “Timetables” to leave it behind').fill('timetables');
  await expect(standing).toContainText('Timetables stays behind, as was acknowledged by its name.');
  await page.getByRole('button', { name: 'Undo' }).click();
  await standing.getByRole('button', { name: 'Bring it' }).click();
  await expect(page.getByRole('button', { name: /^Timetables: moved/ })).toBeVisible();
  const system = page.getByRole('button', { name: /^System:/ });
  await system.click();
  const size = page.getByLabel('Size on the new drive');
  await size.fill('60 %');
  await size.press('Enter');
  await expect(system).toHaveAccessibleName(/268\.3 GiB/);
  await system.focus();
  await page.keyboard.press('-', { delay: 90 });
  await expect(system).toHaveAccessibleName(/267\.3 GiB/);
  await page.keyboard.press('Control+z', { delay: 90 });
  await expect(system).toHaveAccessibleName(/268\.3 GiB/);
  await page.getByLabel('spare goes to').selectOption('nobody');
  await page.getByLabel('kept free').fill('10');
  await page.getByLabel('kept free').press('Enter');
  await expect(page.getByText('left free', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'New volume' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Archive');
  await page.getByLabel('Name', { exact: true }).blur();
  await expect(page.getByRole('button', { name: /^Archive: made anew/ })).toBeVisible();
  await page.getByRole('tab', { name: 'Route' }).click();
  const second = page.getByRole('radio', { name: /^second site started from its own system/ });
  await second.check();
  await expect(page.getByRole('button', { name: 'Accept plan: 1 point open' })).toBeDisabled();
  await page.getByRole('radio', { name: /^both at the bench/ }).check();
  await expect(page.getByRole('list', { name: 'What the data passes' })).toContainText('limits');
  await expect(page.getByText('Instead of a copy')).toBeVisible();
});

test('a plan with two new drives: system here, data there, each copied onto, watched and read back by itself', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2431/plan');
  await expect(page.getByText('To: D8 Archive, 2 TB')).toBeVisible();
  await page.getByRole('button', { name: /^Timetables:/ }).click();
  await expect(page.getByLabel('Size on the added drive')).toHaveValue(/GiB/);
  await page.getByLabel('kept free').fill('5');
  await page.getByLabel('kept free').press('Enter');
  await page.getByRole('button', { name: 'Keep as draft' }).click();
  await expect(page.getByRole('button', { name: 'Keep as draft' })).toBeDisabled();
  await page.reload();
  await expect(page.getByLabel('kept free')).toHaveValue('5');
  await page.getByRole('tab', { name: 'Route' }).click();
  await expect(page.getByText(/does not take the new drive: nothing holds it/).first()).toBeVisible();
  await page.getByRole('radio', { name: /^both at the bench/ }).check();
  await expect(page.getByRole('list', { name: 'What the data passes, added drive' })).toContainText('limits');
  await page.getByRole('button', { name: 'Accept plan' }).click();
  await expect(page.getByRole('button', { name: 'Plan accepted' })).toBeVisible();
  await page.getByRole('tab', { name: 'Transfer map' }).click();
  await page.getByRole('button', { name: 'Files' }).click();
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Plan as CSV' }).click(),
  ]);
  expect(csv.suggestedFilename()).toBe('U-2431-plan.csv');
  await page.getByRole('button', { name: 'Files' }).click();
  const [image] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: /^Table image: protective MBR and primary, EB-N2/ }).click(),
  ]);
  expect(image.suggestedFilename()).toMatch(/^EB-N2-\d+-\d+-table-at-0\.bin$/);
  await open(page, '/print/plan/U-2431');
  await expect(page.getByText(/^Table of KE-D8/)).toBeVisible();
  await open(page, '/jobs/U-2431/plan');
  await prepare(page);
  await station(page, 'Swap');
  await page.getByRole('button', { name: 'All out' }).click();
  await station(page, 'Copy');
  const { snapshot } = await jobAt(page, 'U-2431');
  const { 'old drive': old, 'new drive choice': fresh, 'added drive choice': added } = snapshot.facts;
  const boxes = page.getByLabel('Scan or type its serial');
  await identify(boxes, [old?.serial, fresh?.serial]);
  await expect(gate(page, 'identified')).toContainText('The added drive is not identified by its serial.');
  await expect(page.getByRole('button', { name: 'Copy has begun' })).toBeDisabled();
  await identify(boxes, [added?.serial]);
  // What went wrong for one drive does not hold up the other.
  await page.getByLabel('Where the drives lie').selectOption('4');
  await page.getByRole('button', { name: 'Copy has begun' }).click();
  await page.getByLabel('Note: what went wrong, what the tool said').fill('Begun from the wrong stick');
  await page.getByRole('button', { name: 'It failed' }).click();
  const onto = page.getByLabel('Onto', { exact: true });
  await onto.selectOption('new');
  await expect(page.getByLabel('What was changed since the attempt that failed')).toBeVisible();
  await onto.selectOption('added');
  await expect(onto.locator(':checked')).toHaveText(`added drive, ${added?.serial}`);
  await copyAt(page, '4', 'Copy onto the added drive, attempt 1, is running');
  await expect(gate(page, 'copied')).toContainText('the new drive is not trusted until');
  await page.getByRole('button', { name: 'another socket' }).click();
  await copyAt(page, '4', 'Copy onto the new drive, attempt 2, is running');
  await expect(gate(page, 'copied')).toHaveAttribute('data-holds', 'true');
  for (const name of ['New drive read back', 'Added drive read back']) await readBack(page, name);
  await expect(gate(page, 'read back')).toHaveAttribute('data-holds', 'true');
});

/** Types each serial into the first box that is still open. */
async function identify(boxes: Locator, serials: (string | undefined)[]): Promise<void> {
  await expect(boxes.first()).toBeVisible();
  for (const serial of serials) {
    const left = await boxes.count();
    await boxes.first().fill(serial ?? '');
    await boxes.first().press('Enter');
    await expect(boxes).toHaveCount(left - 1);
  }
}

/** A copy at a berth from its beginning until it ended well. */
async function copyAt(page: Page, berth: string, title: string): Promise<void> {
  await page.getByLabel('Where the drives lie').selectOption(berth);
  await page.getByRole('button', { name: 'Copy has begun' }).click();
  await expect(sheet(page, title)).toContainText('all written');
  await page.getByRole('button', { name: 'It ended well' }).click();
  await expect(sheet(page, title)).toHaveCount(0);
}

/** A probe file of a drive on which one of the planned partitions is missing. */
async function probeWithout(page: Page, tag: string, missing: string): Promise<Buffer> {
  const { snapshot } = await jobAt(page, tag);
  const { plan, 'new drive choice': choice } = snapshot.facts;
  if (!plan || !choice) throw new Error(`${tag} has no plan`);
  const left = expectedTable(plan, 'new').partitions.filter(({ name }) => name !== missing);
  const entries = left.map(({ name, kind, startSector, sectors }, n) => {
    const identity = { type: GPT_TYPE_OF[kind], uniqueId: stableGuid(name), attributes: '' };
    return { number: n + 1, name, startSector, sectors, ...identity };
  });
  const drive = { sectors: choice.bytes / 512, sectorSize: 512 as const };
  const { head, tail } = writeGpt({ ...drive, diskId: stableGuid(tag), entries });
  const pieces = [head, tail].map(({ offset, bytes }) => ({ offset, data: gzipSync(bytes).toString('hex') }));
  const probe = {
    format: 'udrel-probe',
    version: 1,
    made: '',
    device: { firmwareMode: null },
    drives: [
      {
        bus: 'sata',
        serial: choice.serial,
        model: choice.name,
        firmware: '',
        link: '',
        bytes: choice.bytes,
        logicalSector: 512,
        physicalSector: 4096,
        rotating: false,
        trim: true,
        pieces,
      },
    ],
  };
  return Buffer.from(JSON.stringify(probe));
}

test('a wrong drive is refused with what it is, and a copy that lost a partition is found when it is read back', async ({
  page,
}) => {
  await signIn(page);
  const { tag, old, drive } = await plannedJob(page, 'T15-GUARD-1');
  await open(page, `/jobs/${tag}/copy`);
  const boxes = page.getByLabel('Scan or type its serial');
  const refuse = async (text: string, words: RegExp) => {
    await boxes.first().fill(text);
    await boxes.first().press('Enter');
    await expect(page.getByText(words)).toBeVisible();
  };
  await refuse('KD7-55Q0-2218', /That drive belongs to U-2410/);
  await refuse('000000000099', /number of a USB bridge/);
  await refuse(drive, /That is the other drive of this job/);
  await boxes.first().fill(`${tag}/OLD`);
  await boxes.first().press('Enter');
  await expect(boxes).toHaveCount(1);
  await expect(page.getByText(old, { exact: true })).toBeVisible();
  await boxes.fill(drive);
  await boxes.press('Enter');
  await page.getByLabel('Where the drives lie').selectOption('');
  await page.getByRole('button', { name: 'Copy has begun' }).click();
  await page.getByLabel('Left', { exact: true }).selectOption('shut down');
  await endAtOnce(page);
  await expect(gate(page, 'copied')).toHaveAttribute('data-holds', 'true');
  const read = sheet(page, 'New drive read back');
  const file = { name: 'new.json', mimeType: 'application/json', buffer: await probeWithout(page, tag, 'System') };
  await read.getByLabel('File of the new drive').setInputFiles(file);
  await read.getByRole('button', { name: 'Compare new.json' }).click();
  await expect(read).toContainText('other than planned: the new drive is not trusted');
  await expect(read).toContainText('is not on the new drive');
  await expect(gate(page, 'copied')).toHaveAttribute('data-holds', 'false');
  await read.getByLabel('At berth').selectOption('4');
  await read.getByRole('button', { name: 'Read it there' }).click();
  await expect(read).toContainText('All of it is there as planned.');
  await expect(gate(page, 'copied')).toHaveAttribute('data-holds', 'true');
});

test('a volume is dragged to the place of another; Undo brings it back', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2410/plan');
  const names = page.locator('[data-handle]');
  await expect(names.nth(1)).toBeVisible();
  const order = () =>
    names.evaluateAll((all) =>
      [...all]
        .sort((a, b) => a.getBoundingClientRect().y - b.getBoundingClientRect().y)
        .map((one) => one.getAttribute('data-handle')),
    );
  const before = await order();
  const [first, second] = [await names.nth(0).boundingBox(), await names.nth(1).boundingBox()];
  if (!first || !second) throw new Error('nothing to drag');
  await page.mouse.move(second.x + second.width / 2, second.y + second.height / 2);
  await page.mouse.down();
  await page.mouse.move(second.x + 6, second.y - 12, { steps: 4 });
  await page.mouse.move(first.x + first.width / 2, first.y + first.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect.poll(order).toEqual([before[1], before[0], ...before.slice(2)]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(order).toEqual(before);
});
