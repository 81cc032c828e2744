import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { BlockList, isIP } from 'node:net';
import { join } from 'node:path';
import { installPrograms } from './install.mjs';
import { fail, run } from './run.mjs';

/** Days that a certificate holds (tablets take no longer one), and before its end on which the next one is made. */
const HOLDS = 397;
const AHEAD = 60;
const TEN_YEARS = 3650;

/**
 * Where the shop's own authority may speak for an address (RFC 5280, 4.2.1.10): nowhere but in the house. Who gets hold of its
 * key can pretend to be the shop, and nobody else.
 */
const OF_THE_HOUSE = [
  ['10.0.0.0', 8, '255.0.0.0'],
  ['172.16.0.0', 12, '255.240.0.0'],
  ['192.168.0.0', 16, '255.255.0.0'],
  ['169.254.0.0', 16, '255.255.0.0'],
  ['127.0.0.0', 8, '255.0.0.0'],
  ['fc00::', 7, 'fe00::'],
  ['::1', 128, 'ffff:ffff:ffff:ffff:ffff:ffff:ffff:ffff'],
];
const house = new BlockList();
for (const [net, bits] of OF_THE_HOUSE) house.addSubnet(net, bits, isIP(net) === 6 ? 'ipv6' : 'ipv4');
const isOfTheHouse = (address) => house.check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4');

/** Names and addresses under which this computer is reached in the house, and further ones. */
export function namesOfHere(more = []) {
  const addresses = Object.values(networkInterfaces()).flatMap((list) => list.map(({ address }) => address));
  const own = ['localhost', hostname(), `${hostname()}.local`, ...addresses.filter(isOfTheHouse), ...more];
  return [...new Set(own.map((name) => name.toLowerCase()))];
}

/**
 * The shop's own certificate for these names, signed by an authority that is made the first time; made anew when it is about
 * to end or a name is new. Answers the paths of its files.
 */
export async function ownCertificate(folder, names) {
  const files = Object.fromEntries(
    ['authority.crt', 'authority.key', 'shop.crt', 'shop.key'].map((name) => [name, join(folder, name)]),
  );
  await installPrograms({ '/usr/bin/openssl': 'openssl' });
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  if (!existsSync(files['authority.crt'])) await makeAuthority(folder, files, names);
  if (!holds(files, names)) await makeCertificate(folder, files, names);
  return { cert: files['shop.crt'], key: files['shop.key'], authority: files['authority.crt'] };
}

function holds(files, names) {
  if (!existsSync(files['shop.crt']) || !existsSync(files['shop.key'])) return false;
  const certificate = new X509Certificate(readFileSync(files['shop.crt']));
  const left = Date.parse(certificate.validTo) - Date.now();
  const knows = (name) => (isIP(name) ? certificate.checkIP(name) : certificate.checkHost(name)) !== undefined;
  return left > AHEAD * 86_400_000 && names.every(knows);
}

/** A mask for one address. */
const WHOLE = { 4: '255.255.255.255', 6: 'ffff:ffff:ffff:ffff:ffff:ffff:ffff:ffff' };

async function makeAuthority(folder, files, names) {
  const hosts = names.filter((name) => !isIP(name)).map((name) => `DNS:${name}`);
  const further = names
    .filter((name) => isIP(name) && !isOfTheHouse(name))
    .map((name) => `IP:${name}/${WHOLE[isIP(name)]}`);
  const permitted = [...hosts, 'DNS:local', ...further, ...OF_THE_HOUSE.map(([net, , mask]) => `IP:${net}/${mask}`)];
  const part = join(folder, 'authority.part');
  await openssl([
    ...['req', '-x509', '-new', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-noenc', '-sha256'],
    ...['-days', String(TEN_YEARS), '-subj', `/O=Udrel/CN=Authority of ${hostname()}`.slice(0, 60)],
    ...['-addext', 'basicConstraints=critical,CA:TRUE,pathlen:0', '-addext', 'keyUsage=critical,keyCertSign,cRLSign'],
    ...['-addext', `nameConstraints=critical,${permitted.map((one) => `permitted;${one}`).join(',')}`],
    ...['-keyout', files['authority.key'], '-out', part],
  ]);
  renameSync(part, files['authority.crt']);
}

async function makeCertificate(folder, files, names) {
  const [request, extensions, part, key] = ['request', 'extensions', 'shop.part', 'key.part'].map((name) =>
    join(folder, name),
  );
  const alternatives = names.map((name) => `${isIP(name) ? 'IP' : 'DNS'}:${name}`).join(',');
  writeFileSync(
    extensions,
    `basicConstraints=critical,CA:FALSE\nkeyUsage=critical,digitalSignature\nextendedKeyUsage=serverAuth\nsubjectAltName=${alternatives}\n`,
  );
  await openssl([
    ...['req', '-new', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-noenc', '-sha256'],
    ...['-subj', '/O=Udrel/CN=Udrel', '-keyout', key, '-out', request],
  ]);
  await openssl([
    ...['x509', '-req', '-sha256', '-in', request, '-days', String(HOLDS), '-extfile', extensions],
    ...['-CA', files['authority.crt'], '-CAkey', files['authority.key'], '-CAcreateserial', '-out', part],
  ]);
  const { code } = await run('openssl', ['verify', '-CAfile', files['authority.crt'], part]);
  if (code !== 0)
    fail(
      `The shop’s authority may not speak for one of ${names.join(', ')}. Take the folder ${folder} away to have a new one made; each tablet is given that anew.`,
    );
  renameSync(key, files['shop.key']);
  renameSync(part, files['shop.crt']);
  for (const file of [request, extensions]) rmSync(file, { force: true });
}

async function openssl(args) {
  const { code, output } = await run('openssl', args);
  if (code !== 0) fail(`The certificate could not be made:\n${output.slice(-1500)}`);
}
