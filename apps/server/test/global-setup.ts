import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import type { TestProject } from 'vitest/node';
import { openCluster } from '../../../scripts/lib/cluster.mjs';
import { openDatabase } from '../src/app/open-database';

declare module 'vitest' {
  interface ProvidedContext {
    /** Address of the server on which every test file clones the migrated template. */
    adminUrl: string;
  }
}

/** One real PostgreSQL for the run, with a migrated template database. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join('/tmp', 'udrel-test-'));
  const { chmodSync } = await import('node:fs');
  chmodSync(folder, 0o755);
  const cluster = await openCluster(folder, { preferredPort: 0, fast: true });
  const adminUrl = await cluster.start();
  const admin = new pg.Client(adminUrl);
  await admin.connect();
  await admin.query('create database template_udrel');
  await admin.end();
  const template = await openDatabase(adminUrl.replace(/postgres$/, 'template_udrel'));
  await template.destroy();
  project.provide('adminUrl', adminUrl);
  return async () => {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  };
}
