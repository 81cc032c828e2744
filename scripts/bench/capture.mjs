import pg from 'pg';
import pino from 'pino';
import { createApp } from '../../apps/server/src/app/create-app';
import { silentHints } from '../../apps/server/src/hints/hub';
import { indexInThread } from '../../apps/server/src/matching/index-thread';
import { openDatabase } from '../../apps/server/src/app/open-database';

/**
 * Sends one request to the application in this process and answers the statements that reached PostgreSQL for it,
 * each with its values and, where it drew a number, that number.
 */
export async function captureStatements(databaseUrl, requests, cookie, sessionSecret) {
  const database = await openDatabase(databaseUrl, 2);
  const config = {
    host: '127.0.0.1',
    port: 0,
    databaseUrl,
    webRoot: null,
    agentToken: '-',
    sessionSecret,
    masterKey: Buffer.alloc(32),
    demo: true,
    hosts: [],
    ...{ tls: null, publicUrl: null, localPort: null, trustedProxy: null, authority: null, metricsToken: null },
  };
  const index = indexInThread(databaseUrl);
  const app = createApp({ database, config, log: pino({ level: 'silent' }), hints: silentHints, index, backups: null });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const base = `http://127.0.0.1:${server.address().port}`;
  const original = pg.Client.prototype.query;
  const captured = {};
  for (const [name, { path, method, headers, body }] of Object.entries(requests)) {
    const statements = [];
    pg.Client.prototype.query = function query(config, ...rest) {
      // Statements with parameters come prepared, as an object.
      const { text, values = [] } = typeof config === 'string' ? { text: config } : config;
      const statement = { text, values };
      statements.push(statement);
      const answer = original.call(this, config, ...rest);
      if (/nextval/.test(text) && answer?.then) answer.then(({ rows }) => (statement.drew = String(rows[0].next)));
      return answer;
    };
    const response = await fetch(`${base}${path}`, { method, headers: { ...headers, cookie }, body });
    pg.Client.prototype.query = original;
    if (!response.ok) throw new Error(`${name}: ${response.status} ${await response.text()}`);
    captured[name] = statements;
  }
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
  await database.destroy();
  return captured;
}
