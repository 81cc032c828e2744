/* global self */
/**
 * What of the kept shell is answered without starting its worker, which takes as long as everything else: the server's answers
 * come from the server, files of a build from what is kept of it, and a page from whoever is first, so that it opens without
 * a connection too. A browser that knows no static routes asks the worker, as ever. (Service Workers, addRoutes)
 */
self.addEventListener('install', (event) => {
  void event.addRoutes?.([
    { condition: { urlPattern: { pathname: '/api/*' } }, source: 'network' },
    {
      condition: { urlPattern: { pathname: '/assets/*' } },
      source: { cacheName: `workbox-precache-v2-${self.registration.scope}` },
    },
    { condition: { requestMode: 'navigate' }, source: 'race-network-and-fetch-handler' },
  ]);
});
