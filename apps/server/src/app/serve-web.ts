import { existsSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express } from 'express';

/** Serves the built web application; every address that is no file is one of its views. */
export function serveWeb(app: Express, root: string): void {
  const page = join(root, 'index.html');
  if (!existsSync(page)) throw new Error('the web application is not built');
  app.use('/assets', express.static(join(root, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
  app.use(express.static(root, { index: false }));
  app.get(/^\/(?!api\/).*/, (_request, response) => void response.sendFile(page, { cacheControl: false }));
}
