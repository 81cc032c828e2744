import { X509Certificate } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { waysInEndpoints } from '@udrel/contract/endpoints';
import type { CertificateView, WaysInView } from '@udrel/contract/types';
import { handlers } from '../../../platform/http/handlers';
import type { Config } from '../../config';
import { AUTHORITY_PATH, isSecured } from '../../secure';

async function certificateIn(file: string): Promise<CertificateView> {
  const { fingerprint256, validTo } = new X509Certificate(await readFile(file));
  return { fingerprint: fingerprint256, until: new Date(validTo).toISOString() };
}

type Ways = Pick<Config, 'tls' | 'publicUrl' | 'authority'>;

async function viewWaysIn(config: Ways): Promise<WaysInView> {
  const { tls, publicUrl, authority } = config;
  return {
    secured: tls ? 'by itself' : isSecured(config) ? 'by a proxy' : 'not',
    publicUrl,
    certificate: tls ? await certificateIn(tls.cert) : null,
    authority: authority ? { ...(await certificateIn(authority)), path: AUTHORITY_PATH } : null,
  };
}

/** How people come in. */
export const waysInHandlers = (config: Ways) => handlers(waysInEndpoints, { waysIn: () => viewWaysIn(config) });
