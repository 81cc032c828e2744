import { chromium, type Browser } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER } from '../../scripts/lib/browser.mjs';

/** A browser as a tablet of the shop is: it trusts the shop's authority as it trusts others, and finds it under its names. */
export async function tablet(authority: string | null, names: Readonly<Record<string, string>>): Promise<Browser> {
  const home = mkdtempSync(join(tmpdir(), 'tablet-'));
  const store = join(home, '.pki', 'nssdb');
  mkdirSync(store, { recursive: true });
  const certutil = (...args: string[]) => execFileSync('certutil', ['-d', `sql:${store}`, ...args]);
  certutil('-N', '--empty-password');
  if (authority) certutil('-A', '-t', 'C,,', '-n', 'shop', '-i', authority);
  const rules = Object.entries(names).map(([name, address]) => `MAP ${name} ${address}`);
  return chromium.launch({
    ...BROWSER,
    args: [...BROWSER.args, `--host-resolver-rules=${rules.join(',')}`],
    env: { ...process.env, HOME: home } as Record<string, string>,
  });
}
