import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from '@playwright/test';
import type { AxeResults, RunOptions } from 'axe-core';

interface Axe {
  run(where: { include: Element[] }, options: RunOptions): Promise<AxeResults>;
}

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/**
 * What the rules of WCAG 2.1 AA find at the page as it stands, a line each. Contrast takes most of the time: text of
 * the same classes in places of the same classes looks alike, and one of each is tried.
 */
export async function faultsOf(page: Page, only: 'everything' | 'contrast' = 'everything'): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE);
  return page.evaluate(async (only) => {
    const { axe } = window as unknown as { axe: Axe };
    // What fades in or out has a colour of its own meanwhile that nobody reads.
    const fading = document
      .getAnimations()
      .filter((one) => one.playState === 'running' && one.effect?.getComputedTiming().iterations !== Infinity);
    const faded = Promise.all(fading.map((one) => one.finished.catch(() => undefined)));
    // One that is held never ends.
    await Promise.race([faded, new Promise((enough) => setTimeout(enough, 1000))]);
    const placeOf = (one: Element | null): string =>
      one ? `${placeOf(one.parentElement)} ${one.tagName}.${one.className}${one.getAttribute('style') ?? ''}` : '';
    const written = [...document.body.querySelectorAll('*')].filter(
      (one) =>
        one.checkVisibility() && [...one.childNodes].some((part) => part.nodeType === 3 && part.nodeValue?.trim()),
    );
    const kinds = [...new Map(written.map((one) => [placeOf(one), one])).values()];
    // Nothing is fetched for it: neither style sheets nor a page to put results together.
    const by: RunOptions = { preload: false, resultTypes: ['violations'] };
    const WCAG = { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21aa'] } as const;
    const found = [
      await axe.run({ include: kinds }, { ...by, runOnly: ['color-contrast'] }),
      only === 'everything' &&
        (await axe.run(
          { include: [document.documentElement] },
          { ...by, runOnly: { ...WCAG, values: [...WCAG.values] }, rules: { 'color-contrast': { enabled: false } } },
        )),
    ];
    return found.flatMap((one) => (one ? one.violations : [])).map((one) => `${one.id} ${one.nodes[0]?.html}`);
  }, only);
}
