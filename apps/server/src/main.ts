import pino from 'pino';
import { listening } from './app/listening';
import { createApp } from './app/create-app';
import { backUpInThread } from './backup/backup-thread';
import { backupKeeper } from './backup/keeper';
import { openHints } from './hints/hub';
import { readConfig } from './app/config';
import { openDatabase } from './app/open-database';
import { keepHouse } from './app/keep-house';
import { loggedError } from './platform/http/request-log';
import { openQueue } from './messages/queue';
import { indexInThread } from './matching/index-thread';
import { openReporting } from './platform/database/reporting';
import { noteReady } from './jobs/ready-since';
import { photoStore } from './photos/photo-store';
import { followFormats } from './shop/formats';
import { leadToStandIn } from './shop/message-rules';
import { makeSetUpCode, needsSetUp } from './staff/people';

const log = pino({ name: 'udrel' });

async function main(): Promise<void> {
  const config = readConfig(process.env);
  const database = await openDatabase(config.databaseUrl);
  const hints = await openHints(config.databaseUrl, log);
  await followFormats(database.manager, hints, log);
  const { masterKey, demo } = config;
  keepHouse({ database, photos: photoStore(config.photos), masterKey, demo }, log);
  await noteReady(database.manager, new Date());
  const index = indexInThread(config.databaseUrl);
  if (config.standIn)
    await leadToStandIn(
      database.manager,
      config.standIn,
      `http://${config.host === '0.0.0.0' ? '127.0.0.1' : config.host}:${config.port}`,
    );
  // A shop works without its messages: what keeps them from going is said, and they wait.
  const messages = await openQueue(
    { database, masterKey: config.masterKey, clock: () => new Date() },
    config.databaseUrl,
    log,
    hints,
  ).catch((error: unknown) => {
    log.error({ error: loggedError(error) }, 'messages do not go: their queue cannot be opened');
    return null;
  });
  const backups = backupKeeper({ database, place: config, log, clock: () => new Date(), make: backUpInThread() });
  backups.watch();
  const reporting = config.reportingUrl
    ? openReporting(database, config.reportingUrl, openDatabase, (error) =>
        log.warn({ error: loggedError(error) }, 'the replica does not answer: figures come from the database'),
      )
    : null;
  await reporting?.look();
  const app = createApp({ database, config, log, hints, index, backups, ...(reporting ? { reporting } : {}) });
  const server = listening(app, config, log);
  const here = { tls: null, host: '127.0.0.1' };
  const beside = config.localPort ? listening(app, { ...here, port: config.localPort }, log) : null;
  server.on('listening', () => {
    log.info({ host: config.host, port: config.port }, 'listening');
    void announceSetUp();
  });
  for (const one of [server, beside]) {
    one?.on('error', (error) => {
      log.fatal({ error: loggedError(error) }, 'cannot listen');
      process.exit(1);
    });
  }
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      void reporting?.close();
      server.close(() => void database.destroy().finally(() => process.exit(0)));
      server.closeIdleConnections();
      beside?.close();
      beside?.closeIdleConnections();
      void messages?.close();
      void hints.close();
      setTimeout(() => process.exit(0), 3000).unref();
    });
  }

  async function announceSetUp(): Promise<void> {
    if (await needsSetUp(database.manager)) {
      process.stdout.write(`\nCode to make the owner's account: ${await makeSetUpCode(database.manager)}\n`);
    }
  }
}

main().catch((error: unknown) => {
  log.fatal({ error: loggedError(error) }, 'cannot start');
  process.exit(1);
});
