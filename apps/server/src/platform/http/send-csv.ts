import { writtenCsv } from '@udrel/contract/csv';
import type { Response } from 'express';
import { once } from 'node:events';
import { STREAMED } from './handlers';

/**
 * Sends lines as a CSV file while they are read (RFC 4180, with a byte order mark: spreadsheets take it for another
 * encoding without). Whoever breaks off is read for no longer; what fails midway breaks the transfer off, so that half a
 * file is not taken for a whole one.
 */
export async function sendCsv(
  response: Response,
  name: string,
  columns: readonly string[],
  pages: AsyncIterable<object[]>,
): Promise<typeof STREAMED> {
  response.setHeader('content-type', 'text/csv; charset=utf-8');
  response.setHeader('content-disposition', `attachment; filename="${name}.csv"`);
  let begun = false;
  try {
    for await (const lines of pages) {
      const told = lines.map((line) => columns.map((column) => cellOf((line as Record<string, unknown>)[column])));
      const text = writtenCsv(begun ? told : [[...columns], ...told]);
      if (!response.write(`${begun ? '' : '\ufeff'}${text}${text ? '\n' : ''}`)) {
        await Promise.race([once(response, 'drain'), once(response, 'close')]);
      }
      begun = true;
      if (response.destroyed) return STREAMED;
    }
    response.end();
  } catch (error) {
    if (!begun) throw error;
    response.destroy();
  }
  return STREAMED;
}

const cellOf = (value: unknown) => (value instanceof Date ? value.toISOString() : (value ?? ''));
