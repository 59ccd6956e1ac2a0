import type { FieldProblem, ImportField, ImportMapping } from '@alnage/contract';
import { IMPORT_FIELDS, IMPORT_LINES_MOST } from '@alnage/contract';
import { CsvError, parse } from 'csv-parse/sync';
import { ProblemError } from '../../platform/http/problem-error';

/** A list as it stands in its file. */
export interface Table {
  readonly columns: readonly string[];
  readonly rows: readonly TableRow[];
}

export interface TableRow {
  /** The head is line 1. */
  readonly line: number;
  readonly cells: readonly string[];
}

const DELIMITERS = [',', ';', '\t'] as const;

/** Headings by which a column is recognised, in lower case. */
const HEADS: Readonly<Record<ImportField, readonly string[]>> = {
  customer: ['customer', 'who', 'name', 'client'],
  day: ['day', 'date', 'pickup day', 'pickup date'],
  time: ['time', 'hour', 'pickup time'],
  point: ['pickup point', 'point', 'where', 'place'],
  what: ['what', 'order', 'ordered', 'items'],
  note: ['note', 'notes', 'remark', 'remarks'],
  phone: ['telephone', 'phone', 'tel', 'mobile'],
  never: ['must never have', 'never', 'allergies', 'allergy'],
};

/** Reads a list whose cells stand apart by comma, semicolon or tab. @throws ProblemError where it cannot be read */
export function readTable(text: string): Table {
  const head = text.slice(0, text.indexOf('\n') + 1 || undefined);
  const delimiter = [...DELIMITERS].sort((a, b) => head.split(b).length - head.split(a).length)[0]!;
  const records = parsed(text, delimiter);
  const [columns, ...rows] = records;
  if (!columns || rows.length === 0) throw fault('empty-list', {});
  if (rows.length > IMPORT_LINES_MOST) throw fault('too-many', { limit: IMPORT_LINES_MOST });
  return {
    columns: columns.cells.map((each) => each.trim()),
    rows,
  };
}

function parsed(text: string, delimiter: string): TableRow[] {
  try {
    const records = parse(text, {
      bom: true,
      delimiter,
      info: true,
      relax_column_count: true,
      skip_empty_lines: true,
      trim: true,
    }) as unknown as { info: { lines: number }; record: string[] }[];
    return records.map(({ info, record }) => ({ line: info.lines, cells: record.map(withoutApostrophe) }));
  } catch (error) {
    if (error instanceof CsvError) throw fault('broken-list', { line: Number(error['lines'] ?? 0) });
    throw error;
  }
}

/** Undoes what the export did to a cell that would have been read as a formula. */
function withoutApostrophe(cell: string): string {
  return /^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell;
}

/** Which column holds what, by its head; null where there is none. */
export function guessedMapping(columns: readonly string[]): ImportMapping {
  const heads = columns.map((each) => each.toLowerCase());
  const at = (field: ImportField): number | null => {
    const index = heads.findIndex((head) => HEADS[field].includes(head));
    return index < 0 ? null : index;
  };
  return Object.fromEntries(IMPORT_FIELDS.map((field) => [field, at(field)])) as ImportMapping;
}

function fault(code: FieldProblem['code'], params: FieldProblem['params']): ProblemError {
  return new ProblemError('invalid-input', {}, [{ pointer: '/text', code, params }]);
}
