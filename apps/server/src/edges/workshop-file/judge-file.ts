import type { FieldProblem, WorkshopFile } from '@alnage/contract';
import { checkPlan, InputError, readProblem, type Plan } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { BOXES } from '../../shop/boxes/boxes';
import type { KeptRecord } from '../../store/workshop/kept-record';
import type { RecordKind } from '../../shop/kept/kept-records';
import { pieces } from '../../shop/pieces/pieces';
import { inputProblem } from '../../platform/http/field-problems';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { seasons } from '../../shop/seasons/seasons';
import { BOWLS } from '../../shop/equipment/bowls';
import { workshopUses } from '../../week/uses/workshop-uses';
import { COATINGS } from '../../shop/coatings/coatings';
import { detailProblems } from '../../shop/workshop/details';
import { PEOPLE } from '../../shop/people/people';
import { recipes } from '../../shop/recipes/recipes';
import { supplies } from '../../shop/supplies/supplies';
import { PICKUP_POINTS } from '../../shop/pickup/pickup-points';

/** Lists of a file whose records have ids and names. */
const NAMED = [
  'moulds',
  'zones',
  'coatings',
  'bowls',
  'people',
  'pickupPoints',
  'pieces',
  'boxes',
  'customers',
  'seasons',
  'supplies',
  'recipes',
] as const;

/** Lists whose records have no name. */
const IDENTIFIED = [
  'orders',
  'weighings',
  'lots',
  'preparations',
  'runs',
  'practices',
  'pieceMoves',
  'stops',
] as const;

/** What is wrong with a file by itself, before anything of it is kept: ids and names twice, and references to nothing. */
export function fileProblems(file: WorkshopFile): FieldProblem[] {
  return [
    ...NAMED.flatMap((list) => [
      ...twice(
        (file[list] ?? []).map(({ id }) => id),
        list,
        'id',
      ),
      ...twice(
        (file[list] ?? []).map(({ name }) => name.trim().toLowerCase()),
        list,
        'name',
      ),
    ]),
    ...IDENTIFIED.flatMap((list) =>
      twice(
        (file[list] ?? []).map(({ id }) => id),
        list,
        'id',
      ),
    ),
    ...twice(
      file.orders.map(({ ticket }) => ticket),
      'orders',
      'ticket',
    ),
    ...twice(
      file.orders.map(({ importKey }) => importKey),
      'orders',
      'importKey',
    ),
    ...twice(
      file.orders.flatMap(({ payments }) => payments.map(({ id }) => id)),
      'orders',
      'payments',
    ),
    ...twice(
      file.orders.flatMap(({ handOvers = [] }) => handOvers.map(({ id }) => id)),
      'orders',
      'handOvers',
    ),
    ...twice(
      file.plans.map(({ version }) => String(version)),
      'plans',
      'version',
    ),
    ...referenceProblems(file),
    ...file.plans.flatMap((plan, index) => planProblems(plan, `/plans/${index}`)),
  ];
}

function twice(values: readonly (string | null)[], list: string, field: string): FieldProblem[] {
  const seen = new Set<string>();
  return values.flatMap((value, index): FieldProblem[] => {
    if (value === null) return [];
    const isTwice = seen.has(value);
    seen.add(value);
    return isTwice ? [{ pointer: `/${list}/${index}/${field}`, code: 'twice', params: { value } }] : [];
  });
}

function referenceProblems(file: WorkshopFile): FieldProblem[] {
  const ids = (list: (typeof NAMED)[number]): ReadonlySet<string> =>
    new Set((file[list] ?? []).map(({ id }) => id));
  const [known, boxes, points, customers] = [
    ids('pieces'),
    ids('boxes'),
    ids('pickupPoints'),
    ids('customers'),
  ];
  const unknown = (isKnown: boolean, pointer: string, value: string): FieldProblem[] =>
    isKnown
      ? []
      : [{ pointer, code: 'unknown-reference', params: { value, range: 'an id that is in the file' } }];
  return [
    ...file.orders.flatMap((order, index) => {
      const at = `/orders/${index}`;
      return [
        ...unknown(points.has(order.pickupPointId), `${at}/pickupPointId`, order.pickupPointId),
        ...unknown(
          order.customerId === null || customers.has(order.customerId),
          `${at}/customerId`,
          order.customerId ?? '',
        ),
        ...order.lines.flatMap(({ piece }, line) =>
          unknown(known.has(piece), `${at}/lines/${line}/piece`, piece),
        ),
        ...order.boxes.flatMap(({ box, contents }, line) => [
          ...unknown(boxes.has(box), `${at}/boxes/${line}/box`, box),
          ...contents.flatMap(({ piece }, nth) =>
            unknown(known.has(piece), `${at}/boxes/${line}/contents/${nth}/piece`, piece),
          ),
        ]),
      ];
    }),
    ...file.weighings.flatMap(({ pieceId }, index) =>
      unknown(known.has(pieceId), `/weighings/${index}/pieceId`, pieceId),
    ),
  ];
}

/** A lot is of something that is in the file, and nothing is taken out of it that it has not. */
function lotProblems({ lots = [], coatings, supplies = [] }: WorkshopFile): FieldProblem[] {
  return lots.flatMap(({ item, moves }, index): FieldProblem[] => {
    const among = item.kind === 'coating' ? coatings : supplies;
    const isKnown = among.some(({ id }) => id === item.id);
    const left = moves.reduce((sum, { amount }) => sum + amount, 0);
    return [
      ...(isKnown
        ? []
        : [
            {
              pointer: `/lots/${index}/item/id`,
              code: 'unknown-reference' as const,
              params: { value: item.id, range: 'an id that is in the file' },
            },
          ]),
      ...(left < -1e-6
        ? [
            {
              pointer: `/lots/${index}/moves`,
              code: 'out-of-range' as const,
              params: { value: left, range: 'no more out than in' },
            },
          ]
        : []),
    ];
  });
}

/** A plan must answer its problem, and keep its rules. */
function planProblems({ problem, plan }: WorkshopFile['plans'][number], pointer: string): FieldProblem[] {
  try {
    const { violations } = checkPlan(readProblem(problem), plan as unknown as Plan);
    const [first] = violations;
    if (!first) return [];
    const params = { value: first.code, range: 'a plan that keeps the rules of its problem' };
    return [{ pointer: `${pointer}/plan`, code: 'out-of-range', params }];
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const told = inputProblem(error);
    return [{ ...told, pointer: `${pointer}/problem${told.pointer}` }];
  }
}

/** What is wrong with records beside each other, once they are there; judged as if each was typed. */
export async function recordProblems(
  manager: EntityManager,
  file: WorkshopFile,
  clock: Pick<WorkshopClock, 'now'>,
): Promise<FieldProblem[]> {
  const judged = <E extends KeptRecord, D extends { name: string }, V>(
    list: (typeof NAMED)[number],
    kind: RecordKind<E, D, V>,
  ) => problemsOf(manager, { list, records: file[list] ?? [], kind: kind as unknown as AnyKind });
  const uses = workshopUses(clock);
  const { version: _version, ...details } = file.details;
  const own = await detailProblems(manager, details, { before: details, orders: 0 });
  // without a known time zone no day can be judged
  if (own.length > 0) return own.map((problem) => ({ ...problem, pointer: `/details${problem.pointer}` }));
  return [
    ...(await judged('coatings', COATINGS)),
    ...(await judged('bowls', BOWLS)),
    ...(await judged('people', PEOPLE)),
    ...(await judged('pickupPoints', PICKUP_POINTS)),
    ...(await judged('supplies', supplies(uses))),
    ...(await judged('recipes', recipes(clock))),
    ...(await judged('pieces', pieces(uses))),
    ...(await judged('boxes', BOXES)),
    ...(await judged('seasons', seasons(uses))),
    ...lotProblems(file),
  ];
}

type AnyKind = Pick<RecordKind<KeptRecord, { name: string }, unknown>, 'judge'>;

async function problemsOf(
  manager: EntityManager,
  {
    list,
    records,
    kind,
  }: {
    readonly list: string;
    readonly records: readonly { readonly id: string; readonly name: string }[];
    readonly kind: AnyKind;
  },
): Promise<FieldProblem[]> {
  const problems: FieldProblem[] = [];
  for (const [index, { id, ...draft }] of records.entries()) {
    const at = `/${list}/${index}`;
    try {
      for (const problem of await kind.judge(manager, draft, id))
        problems.push({ ...problem, pointer: at + problem.pointer });
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      const told = inputProblem(error);
      problems.push({ ...told, pointer: at + told.pointer });
    }
  }
  return problems;
}
