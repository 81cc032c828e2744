import Papa from 'papaparse';

/** What a spreadsheet takes for the beginning of a formula. */
const FORMULA = /^[=+\-@\t\r]/;

/**
 * Lines as CSV. A cell that begins a formula stands behind an apostrophe: a name from a file never runs in a spreadsheet.
 * @source OWASP, CSV injection; RFC 4180 for the format
 */
export function writtenCsv(lines: object[], columns?: readonly string[]): string {
  return Papa.unparse(lines, {
    newline: '\n',
    escapeFormulae: FORMULA,
    ...(columns ? { columns: [...columns] } : {}),
  });
}

/** A cell as it was before it was written so. */
export function unescaped(cell: string): string {
  return cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell;
}
