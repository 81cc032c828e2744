import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import type { TestProject } from 'vitest/node';
import { openCluster } from '../../../scripts/lib/cluster.mjs';
import { prepareDatabase } from '../src/app/prepare-database';

declare module 'vitest' {
  interface ProvidedContext {
    /** Address of the server on which every test file clones the prepared template, as its owner. */
    adminUrl: string;
    /** The same as who the servers are in it. */
    appUrl: string;
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
  const role = { name: 'udrel_app', password: 'servers-of-the-tests' };
  await prepareDatabase(adminUrl.replace(/postgres$/, 'template_udrel'), role);
  project.provide('adminUrl', adminUrl);
  project.provide('appUrl', adminUrl.replace(/\/\/[^@]+@/, `//${role.name}:${role.password}@`));
  return async () => {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  };
}
