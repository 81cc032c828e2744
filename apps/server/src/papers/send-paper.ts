import type { Response } from 'express';
import { STREAMED } from '../platform/http/handlers';
import type { Paper } from './papers';

/** Sends a paper to be looked at, with what its file is called. */
export function sendPdf(response: Response, { name, bytes }: Paper): typeof STREAMED {
  return sent(response, 'application/pdf', `inline; filename="${name}"`, bytes);
}

/** Sends an invoice to be kept as a file. */
export function sendInvoice(response: Response, { name, bytes }: Paper): typeof STREAMED {
  return sent(response, 'application/xml; charset=utf-8', `attachment; filename="${name}"`, bytes);
}

/** Sends a text to be kept as a file. */
export function sendFile(response: Response, type: string, name: string, content: string): typeof STREAMED {
  return sent(response, `${type}; charset=utf-8`, `attachment; filename="${name}"`, Buffer.from(content, 'utf8'));
}

function sent(response: Response, type: string, disposition: string, bytes: Buffer): typeof STREAMED {
  response.setHeader('content-type', type);
  response.setHeader('content-disposition', disposition);
  response.setHeader('cache-control', 'private, no-store');
  response.end(bytes);
  return STREAMED;
}
