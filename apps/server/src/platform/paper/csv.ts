import { stringify } from 'csv-stringify/sync';

/**
 * Rows as CSV. UTF-8 with a byte order mark, so that spreadsheets read every letter; a cell that would be read as a formula is made plain text.
 */
export function csvText(columns: readonly string[], rows: readonly object[]): string {
  return stringify([...rows], {
    ...{ header: true, columns: [...columns], bom: true },
    ...{ record_delimiter: 'windows', escape_formulas: true },
  });
}
