import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER, installBrowser } from '../lib/browser.mjs';
import { medianOf, round } from './load.mjs';

const TURNS = 9;

/** A browser that is signed in already. */
async function signedIn(server, cookie) {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(BROWSER);
  const [name, value] = cookie.split('=');
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addCookies([{ name, value, url: server }]);
  return { browser, context };
}

/** Has a page note its long tasks from now on; answers the longest of them, ms. */
async function watchTasks(page) {
  await page.evaluate(`
    globalThis.longTasks = [];
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) globalThis.longTasks.push(entry.duration);
    }).observe({ type: 'longtask' });
  `);
  return async () => Math.round(Math.max(0, ...(await page.evaluate('globalThis.longTasks'))));
}

/** Until a page that is never quiet has loaded what was left for later, ms. */
const LEFT_FOR_LATER = 24_000;

/** Until a page has had the browser keep the shell, ms. */
const KEEPS = 7000;

/** A browser as it stands in a shop: signed in, with a profile of its own, and the shell kept by an earlier visit. */
async function ofTheShop(server, cookie) {
  const { chromium } = await import('@playwright/test');
  const profile = mkdtempSync(join(process.env.UDREL_WORK ?? tmpdir(), 'profile-'));
  const context = await chromium.launchPersistentContext(profile, {
    ...BROWSER,
    viewport: { width: 1280, height: 800 },
  });
  const [name, value] = cookie.split('=');
  await context.addCookies([{ name, value, url: server }]);
  for (let visit = 0; visit < 2; visit++) {
    const page = await context.newPage();
    await page.goto(server);
    await page.waitForTimeout(KEEPS);
    if (visit > 0 && !(await page.evaluate('navigator.serviceWorker.controller !== null'))) {
      throw new Error('The shell is not kept: nothing stands as in a shop.');
    }
    await page.close();
  }
  return context;
}

/**
 * Time to the Floor and to a job in Chromium, as ratios to an empty page of the same build with the same library; in a
 * browser that was here before.
 */
export async function pageRatios(server, cookie, tag) {
  await installBrowser();
  const context = await ofTheShop(server, cookie);
  const pages = {
    empty: ['/empty.html', '[data-ready]'],
    Floor: ['/', '#hands'],
    job: [`/jobs/${tag}/copy`, 'nav[aria-label=Stations]'],
  };
  const times = { empty: [], Floor: [], job: [] };
  for (let turn = 0; turn < TURNS; turn++) {
    for (const [which, [path, selector]] of Object.entries(pages)) {
      const page = await context.newPage();
      const began = performance.now();
      await page.goto(server + path, { waitUntil: 'commit' });
      await page.waitForSelector(selector);
      if (turn > 0) times[which].push(performance.now() - began);
      await page.close();
    }
  }
  await context.close();
  const empty = medianOf(times.empty);
  return {
    'empty page, median ms': round(empty),
    'Floor in Chromium, ratio to an empty page': round(medianOf(times.Floor) / empty),
    'a job in Chromium, ratio to an empty page': round(medianOf(times.job) / empty),
  };
}

/**
 * The view of a run while its berth tells of it: script time for each update and the longest task. Samples come through
 * the agent that the shop runs with.
 */
export async function runViewFigures(server, cookie, tag) {
  const { browser, context } = await signedIn(server, cookie);
  const page = await context.newPage();
  let updates = 0;
  page.on('response', (answer) => {
    if (new URL(answer.url()).pathname === `/api/v1/jobs/${tag}/runs`) updates += 1;
  });
  await page.goto(`${server}/jobs/${tag}/copy`);
  await page.waitForSelector('canvas');
  // What was left for later comes first: it is loaded once, not with an update.
  await page.waitForTimeout(LEFT_FOR_LATER);
  const longest = await watchTasks(page);
  const devtools = await context.newCDPSession(page);
  await devtools.send('Performance.enable');
  const scripted = async () => {
    const { metrics } = await devtools.send('Performance.getMetrics');
    return metrics.find(({ name: one }) => one === 'ScriptDuration').value * 1000;
  };
  const [before, first] = [await scripted(), updates];
  await new Promise((resolve) => setTimeout(resolve, 20_000));
  const spent = (await scripted()) - before;
  const task = await longest();
  await browser.close();
  const seen = Math.max(1, updates - first);
  return {
    'run view, updates in 20 s': updates - first,
    'run view, script ms for each update': round(spent / seen),
    'run view, longest task over 50 ms, ms': task,
  };
}

/** A list of all jobs scrolled down for a while: the longest task meanwhile, and how many rows came. */
export async function listFigures(server, cookie) {
  const { browser, context } = await signedIn(server, cookie);
  const page = await context.newPage();
  await page.goto(`${server}/jobs?all=yes`);
  await page.waitForSelector('tr[data-index]');
  const longest = await watchTasks(page);
  await page.mouse.move(640, 500);
  const until = performance.now() + 10_000;
  while (performance.now() < until) {
    await page.mouse.wheel(0, 900);
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
  const last = await page.evaluate(`Number([...document.querySelectorAll('tr[data-index]')].at(-1).dataset.index)`);
  const task = await longest();
  await browser.close();
  return {
    'all jobs scrolled for 10 s, rows gone by': last,
    'all jobs scrolled, longest task over 50 ms, ms': task,
  };
}

const KEPT = 1000;

/** As many notes as a long day without a connection makes, kept in a browser, until all of them are with the server. */
export async function outboxFigures(server, cookie) {
  const headers = { cookie };
  const { staff } = await (await fetch(`${server}/api/v1/session`, { headers })).json();
  const { hands } = await (await fetch(`${server}/api/v1/floor`, { headers })).json();
  const { browser, context } = await signedIn(server, cookie);
  const page = await context.newPage();
  await page.goto(`${server}/empty.html`);
  await page.evaluate(
    ([tags, staffId, kept]) => {
      for (let n = 0; n < kept; n++) {
        const id = globalThis.crypto.randomUUID();
        const at = Date.now() + n;
        const entry = { id, at, staffId, tag: tags[n % tags.length], command: 'addNote', params: {} };
        const rest = {
          body: { text: `note ${n}` },
          subject: { kind: 'note' },
          version: 1,
          seen: 'null',
          state: 'waiting',
        };
        globalThis.localStorage.setItem(
          `udrel.outbox.${String(at).padStart(15, '0')}.${id}`,
          JSON.stringify({ ...entry, ...rest }),
        );
      }
    },
    [hands.map(({ tag }) => tag), staff.id, KEPT],
  );
  const began = performance.now();
  await page.goto(server);
  await page.waitForFunction(
    () => !Object.keys(globalThis.localStorage).some((key) => key.startsWith('udrel.outbox.')),
    null,
    {
      timeout: 300_000,
      polling: 200,
    },
  );
  const took = (performance.now() - began) / 1000;
  const texts = await Promise.all(
    hands.slice(0, 3).map(async ({ tag }) => {
      const { history } = await (await fetch(`${server}/api/v1/jobs/${tag}`, { headers })).json();
      return history
        .filter(({ sentence }) => /note \d+/.test(sentence))
        .map(({ sentence }) => Number(/\d+$/.exec(sentence)[0]));
    }),
  );
  await browser.close();
  const inOrder = texts.every((list) => list.length > 0 && list.every((n, at) => at === 0 || n < list[at - 1]));
  if (!inOrder) throw new Error('Notes of one job did not come in the order in which they were made.');
  return { [`outbox of ${KEPT} entries sent, seconds`]: round(took) };
}
