import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Express } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet, { type HelmetOptions } from 'helmet';

/** What only pages heed of the usual heads. */
export const NO_PAGE = {
  crossOriginOpenerPolicy: false,
  originAgentCluster: false,
  referrerPolicy: false,
  xDnsPrefetchControl: false,
  xDownloadOptions: false,
  xPermittedCrossDomainPolicies: false,
  xXssProtection: false,
} as const satisfies HelmetOptions;

const asPage = helmet({
  strictTransportSecurity: false,
  contentSecurityPolicy: {
    directives: {
      defaultSrc: ["'self'"],
      // The component library writes its rules into style elements; marks come as data images.
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:'],
      upgradeInsecureRequests: null,
    },
  },
});

/**
 * A worker's script has a policy of its own, which lets it ask its server. What the page has said already, and what frames
 * it, is said with no file again: a view comes in fifty of them.
 */
const asAsset = helmet({
  ...NO_PAGE,
  strictTransportSecurity: false,
  xFrameOptions: false,
  contentSecurityPolicy: { useDefaults: false, directives: { defaultSrc: ["'self'"] } },
});

/** Files are sent as the build has pressed them already, where the browser reads that. */
const pressed = { enableBrotli: true, orderPreference: ['br', 'gz'], index: false };

/**
 * Serves the built web application, where there is one; every address that is no file is one of its views. What carries
 * its content in its name is kept by the browser, the page itself is asked for each time: after a new build it names other
 * files.
 */
export function serveWeb(app: Express, root: string | null): void {
  if (root === null) {
    app.use(asPage);
    return;
  }
  if (!existsSync(join(root, 'index.html'))) throw new Error('the web application is not built');
  const files = expressStaticGzip(root, { ...pressed, serveStatic: { cacheControl: false, setHeaders: askAgain } });
  // What never changes is never asked for anew, nor for a part of it.
  const named = {
    immutable: true,
    maxAge: '1y',
    fallthrough: false,
    etag: false,
    lastModified: false,
    acceptRanges: false,
  };
  app.use('/assets', asAsset, expressStaticGzip(join(root, 'assets'), { ...pressed, serveStatic: named }));
  app.use(asPage, files);
  app.get(/^\/(?!api\/).*/, (request, response, next) => {
    request.url = '/index.html';
    files(request, response, next);
  });
}

function askAgain(response: { setHeader: (name: string, value: string) => void }): void {
  response.setHeader('cache-control', 'no-cache');
}
