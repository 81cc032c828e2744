import { expect, test } from '@playwright/test';
import bwipjs from 'bwip-js/node';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER } from '../../scripts/lib/browser.mjs';
import { enter } from '../support/bench';

const [WIDTH, HEIGHT, SCALE] = [640, 480, 10];

/** A film of a printed label, as a camera would send it: uncompressed frames (YUV4MPEG2). */
function filmOf(text: string): string {
  const [{ pixs, pixx, pixy }] = bwipjs.raw('datamatrix', text, {}) as unknown as [
    { pixs: number[]; pixx: number; pixy: number },
  ];
  const luma = Buffer.alloc(WIDTH * HEIGHT, 235);
  const [left, top] = [(WIDTH - pixx * SCALE) >> 1, (HEIGHT - pixy * SCALE) >> 1];
  for (let y = 0; y < pixy * SCALE; y++) {
    for (let x = 0; x < pixx * SCALE; x++) {
      const dark = pixs[Math.floor(y / SCALE) * pixx + Math.floor(x / SCALE)] === 1;
      if (dark) luma[(top + y) * WIDTH + left + x] = 16;
    }
  }
  const frame = Buffer.concat([Buffer.from('FRAME\n'), luma, Buffer.alloc((WIDTH * HEIGHT) / 2, 128)]);
  const head = Buffer.from(`YUV4MPEG2 W${WIDTH} H${HEIGHT} F10:1 Ip A1:1 C420jpeg\n`);
  const path = join(mkdtempSync(join(tmpdir(), 'udrel-film-')), 'label.y4m');
  writeFileSync(path, Buffer.concat([head, ...Array.from({ length: 10 }, () => frame)]));
  return path;
}

test('a label is scanned with the camera of a tablet, and opens its job', async ({ playwright, baseURL }) => {
  const browser = await playwright.chromium.launch({
    ...BROWSER,
    args: [
      ...BROWSER.args,
      ...['--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream'],
      `--use-file-for-fake-video-capture=${filmOf('U-2410')}`,
    ],
  });
  const context = await browser.newContext({
    baseURL: baseURL ?? '',
    viewport: { width: 820, height: 1180 },
    hasTouch: true,
    isMobile: true,
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  await enter(page, 'ilse');
  await page.getByRole('button', { name: 'Scan with the camera' }).tap();
  await expect(page).toHaveURL(/\/jobs\/U-2410\//);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await browser.close();
});
