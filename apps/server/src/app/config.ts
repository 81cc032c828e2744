import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { masterKeyOf } from '../secrets/vault';

/** Settings of one server process, from its environment. */
export interface Config {
  host: string;
  port: number;
  databaseUrl: string;
  /** Folder of the built web application; null when another process serves it. */
  webRoot: string | null;
  agentToken: string;
  sessionSecret: string;
  /** Wraps the keys of jobs' secrets; made from the key file, which is kept outside the database. */
  masterKey: Buffer;
  demo: boolean;
  /** Folder of the photographs. */
  photos: string;
  /** Folder of archives of the shop, as long as nobody said otherwise. */
  backups: string;
  /** Folder of PostgreSQL's programs; null where they are not installed. */
  programs: string | null;
  /** Ports of the stand-in for post on this computer; null where messages go to whoever they are meant for. */
  standIn: { smtp: number; http: number } | null;
  /** What proves who may read the figures of this server from elsewhere; null where nobody may. */
  metricsToken: string | null;
  /** Further names under which the shop is reached. */
  hosts: string[];
  /** Files of the certificate that it answers by itself with; null where it answers plainly. */
  tls: { cert: string; key: string } | null;
  /** File of the shop's own authority, which tablets are given; null where it has none. */
  authority: string | null;
  /** A streaming replica that figures and files of the whole shop are read from; null: from the database itself. */
  reportingUrl: string | null;
  /** A second port, on this computer only and plain: for what runs beside the server. */
  localPort: number | null;
  /** Where people open it, such as https://shop.example; null where that is said nowhere. */
  publicUrl: string | null;
  /** Whose word is taken for who asks, as Express has it: addresses, nets, `loopback`; null: nobody's. */
  trustedProxy: string | null;
}

/** Reads the settings that the start script hands over. Throws with the name of one that is missing. */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const publicUrl = publicUrlOf(env);
  return {
    host: env['HOST'] ?? '127.0.0.1',
    port: Number(env['PORT'] ?? 4280),
    databaseUrl: needed(env, 'UDREL_DATABASE_URL'),
    webRoot: env['UDREL_WEB_ROOT'] ?? null,
    agentToken: secret(env, 'UDREL_AGENT_TOKEN_FILE'),
    sessionSecret: secret(env, 'UDREL_SESSION_SECRET_FILE'),
    masterKey: masterKeyOf(secret(env, 'UDREL_KEY_FILE')),
    demo: env['UDREL_DEMO'] !== '0',
    photos: resolve(needed(env, 'UDREL_PHOTOS')),
    backups: resolve(needed(env, 'UDREL_BACKUPS')),
    programs: env['UDREL_PROGRAMS'] || null,
    standIn: standInOf(env),
    metricsToken: env['UDREL_METRICS_TOKEN_FILE'] ? secret(env, 'UDREL_METRICS_TOKEN_FILE') : null,
    hosts: [
      ...(env['UDREL_HOSTS'] ?? '').split(',').filter(Boolean),
      ...(publicUrl ? [new URL(publicUrl).hostname] : []),
    ],
    tls: env['UDREL_TLS_CERT'] ? { cert: env['UDREL_TLS_CERT'], key: needed(env, 'UDREL_TLS_KEY') } : null,
    authority: env['UDREL_TLS_AUTHORITY'] || null,
    reportingUrl: env['UDREL_REPORTING_URL'] || null,
    localPort: Number(env['UDREL_LOCAL_PORT']) || null,
    publicUrl,
    trustedProxy: env['UDREL_TRUSTED_PROXY'] || null,
  };
}

/** Throws for one that leads nowhere. */
function publicUrlOf(env: NodeJS.ProcessEnv): string | null {
  const given = env['UDREL_PUBLIC_URL'];
  if (!given) return null;
  if (!URL.canParse(given) || !/^https?:$/.test(new URL(given).protocol))
    throw new Error('UDREL_PUBLIC_URL is no address: use one such as https://shop.example');
  return new URL(given).origin;
}

/** Only the demo has one. */
function standInOf(env: NodeJS.ProcessEnv): Config['standIn'] {
  const [smtp, http] = [Number(env['UDREL_POST_SMTP']), Number(env['UDREL_POST_HTTP'])];
  return env['UDREL_DEMO'] !== '0' && smtp && http ? { smtp, http } : null;
}

function needed(env: NodeJS.ProcessEnv, name: string): string {
  const value = env[name];
  if (!value) throw new Error(`${name} is not set: start with "npm start", which sets it`);
  return value;
}

function secret(env: NodeJS.ProcessEnv, name: string): string {
  return readFileSync(needed(env, name), 'utf8').trim();
}
