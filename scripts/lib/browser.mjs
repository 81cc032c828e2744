import { installPrograms } from './install.mjs';

/**
 * The browser of tests, pictures and measurements: Debian's Chromium without the windows around its pages, which cost
 * three quarters of the processor time of a path and none of which are ours.
 */
export const BROWSER = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

/** Installs it from Debian's packages where it is not there yet. */
export async function installBrowser() {
  await installPrograms({ [BROWSER.executablePath]: 'chromium-headless-shell' });
}
