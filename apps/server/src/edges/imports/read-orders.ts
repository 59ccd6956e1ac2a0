import { createHash } from 'node:crypto';
import {
  ALLERGENS,
  PHONE_LENGTH,
  type Allergen,
  type AllergyWaived,
  type FieldProblem,
  type ImportedLine,
  type ImportField,
  type ImportMapping,
  type OrderDraft,
} from '@alnage/contract';
import { readPhrase, type PhraseLine, type Vocabulary } from '@alnage/core';
import type { OrderContext } from '../../week/orders/order-context';
import { draftProblems } from '../../week/orders/order-rules';
import { NOTHING_AGAINST, type ListAllergies } from './list-allergies';
import type { Table, TableRow } from './read-table';

export type Draft = Omit<OrderDraft, 'state' | 'despiteKitchen'>;

/** One line of a list with the order that it says, and the mark by which it is known again. */
export interface ReadLine {
  readonly draft: Draft;
  readonly key: string;
  readonly shown: Omit<ImportedLine, 'isKnown'>;
  /** What its customer must never have and gets knowingly. */
  readonly waived: AllergyWaived | null;
}

/** What lines are read with. */
export interface ReadContext {
  readonly orders: OrderContext;
  readonly vocabulary: Vocabulary;
  readonly mapping: ImportMapping;
  readonly allergies: ListAllergies;
}

/** Reads every line of a list as an order; what is wrong with it is told with it. */
export function readOrders({ rows, columns }: Table, context: ReadContext): ReadLine[] {
  const seen = new Map<string, number>();
  return rows.map((row) => {
    const { cells } = row;
    const cell = (field: ImportField): string => cells[context.mapping[field] ?? -1] ?? '';
    const texts = [cell('customer'), cell('day'), cell('time'), cell('point'), cell('what'), cell('note')];
    const same = JSON.stringify(texts.map((text) => text.toLowerCase()));
    const times = seen.get(same) ?? 0;
    seen.set(same, times + 1);
    // the same line twice in one file is two orders; the same file imported again adds none
    const key = createHash('sha256').update(`${same}#${times}`).digest('hex');
    return { key, ...readLine(row, cell, { ...context, width: columns.length }) };
  });
}

function readLine(
  { line, cells }: TableRow,
  cell: (field: ImportField) => string,
  { orders, vocabulary, allergies, width }: ReadContext & { readonly width: number },
): Omit<ReadLine, 'key'> {
  const { lines, unclear } = readWhat(cell('what'), vocabulary);
  const never = readNever(cell('never'), vocabulary);
  const draft: Draft = {
    customer: cell('customer'),
    lines: lines
      .filter(({ kind }) => kind === 'piece')
      .map(({ id, count }) => ({ piece: id, pieces: count })),
    boxes: lines
      .filter(({ kind }) => kind === 'box')
      .map(({ id, count }) => ({ box: id, count, contents: [] })),
    pickup: `${isoDay(cell('day'))}T${cell('time').padStart(5, '0').replace('.', ':')}`,
    pickupPoint: pointNamed(cell('point'), vocabulary),
    note: cell('note'),
    phone: cell('phone'),
    allergies: never.allergens,
  };
  const problems = draftProblems(draft, orders);
  // nobody can say what is in a box that does not exist
  const fit = problems.length > 0 ? NOTHING_AGAINST : allergies.judge(draft, orders);
  const faults: ImportedLine['faults'] = [
    ...(cells.length === width
      ? []
      : [{ field: 'line', code: 'half-line', params: { value: cells.length, limit: width } }]),
    ...unclear.map((value) => ({ field: 'what', code: 'not-understood', params: { value } })),
    ...never.unclear.map((value) => ({ field: 'never', code: 'not-understood', params: { value } })),
    ...(cell('phone').length > PHONE_LENGTH
      ? [{ field: 'phone', code: 'too-long', params: { limit: PHONE_LENGTH } }]
      : []),
    ...[...problems, ...fit.problems].map(faultOf),
  ];
  return {
    draft,
    waived: fit.waived,
    shown: {
      line,
      customer: draft.customer,
      pickup: draft.pickup,
      point: cell('point'),
      what: cell('what'),
      faults,
    },
  };
}

function readWhat(text: string, vocabulary: Vocabulary): { lines: PhraseLine[]; unclear: string[] } {
  const { lines, parts } = readPhrase(text, vocabulary);
  const unclear = parts.filter(({ kind }) => kind !== 'line').map(({ from, to }) => text.slice(from, to));
  return { lines: [...lines], unclear };
}

/** What must never be in it, as one says it: nuts; no nuts, milk. What is no allergen is told, never left out. */
function readNever(text: string, vocabulary: Vocabulary): { allergens: Allergen[]; unclear: string[] } {
  const isSaid = /^\s*(?:never|no|without|allergic|allergy)/i.test(text);
  const said = isSaid || text.trim() === '' ? text : `never ${text}`;
  const { never, parts } = readPhrase(said, vocabulary);
  const unclear = parts.filter(({ kind }) => kind !== 'never').map(({ from, to }) => said.slice(from, to));
  return { allergens: ALLERGENS.filter((each) => never.includes(each)), unclear };
}

/** A day as it is kept; 19.6.2026 is read as well. */
function isoDay(text: string): string {
  const match = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(text);
  if (!match) return text;
  const [, day, month, year] = match as unknown as [string, string, string, string];
  return `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
}

function pointNamed(text: string, { points }: Vocabulary): string {
  const wanted = text.toLowerCase();
  return points.find(({ id, name }) => name.toLowerCase() === wanted || id === wanted)?.id ?? text;
}

function faultOf({ pointer, code, params }: FieldProblem): ImportedLine['faults'][number] {
  return { field: pointer.split('/')[1]!, code, params };
}
