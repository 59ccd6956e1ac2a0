import { IMPORT_MUSTS, type ImportMapping, type ImportReport, type OrderImport } from '@alnage/contract';
import { DateTime } from 'luxon';
import { In, type DataSource, type EntityManager } from 'typeorm';
import { BoxEntity } from '../../store/workshop/box.entity';
import { orderContext } from '../../week/orders/order-context';
import { OrderEntity } from '../../store/work/order.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import { holidayOn, requireSetUp, type SetUp } from '../../shop/seasons/set-up';
import { ListAllergies } from './list-allergies';
import { readOrders, type ReadLine } from './read-orders';
import { guessedMapping, readTable } from './read-table';
import { takeLines } from './take-lines';

/** So many lines of a list are shown, and so many of those at fault. */
const SHOWN = 100;
const KEYS_AT_ONCE = 5000;

/** Brings in lists of orders: looked at line by line first, then all of them or none. */
export class ImportsService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /** @throws ProblemError where the list cannot be read, a column is missing, or – when wanted – a line is at fault */
  orders(
    { text, mapping: asked, isWanted, isTold = false, despiteAllergy }: OrderImport,
    by: string | null,
  ): Promise<ImportReport> {
    return this.db.transaction(async (manager) => {
      const setUp = await requireSetUp(manager);
      const table = readTable(text);
      const mapping = asked ?? guessedMapping(table.columns);
      const isMapped = missing(mapping).length === 0;
      if (isWanted && !isMapped)
        throw new ProblemError(
          'invalid-input',
          {},
          missing(mapping).map(({ field }) => ({
            pointer: `/mapping/${field}`,
            code: 'required',
            params: {},
          })),
        );
      const now = this.clock.now();
      const orders = await orderContext(manager, setUp, now);
      const vocabulary = await vocabularyOf(manager, setUp, now);
      const allergies = await ListAllergies.load(manager, despiteAllergy ?? null);
      const lines = isMapped ? readOrders(table, { orders, vocabulary, mapping, allergies }) : [];
      const known = await knownKeys(manager, lines);
      const isFaulty = ({ shown }: ReadLine): boolean => shown.faults.length > 0;
      const fresh = lines.filter((line) => !known.has(line.key));
      const faulty = fresh.filter(isFaulty);
      if (isWanted && faulty.length > 0)
        throw new ProblemError('invalid-input', {}, [
          {
            pointer: '/text',
            code: 'lines-at-fault',
            params: { value: faulty.length, line: faulty[0]!.shown.line },
          },
        ]);
      const taken = isWanted
        ? await takeLines(manager, fresh, { setUp, context: orders, by, at: now, isTold })
        : 0;
      const shown = [...new Set([...faulty.slice(0, SHOWN), ...lines.slice(0, SHOWN)])];
      return {
        columns: [...table.columns],
        mapping,
        total: table.rows.length,
        fresh: fresh.length - faulty.length,
        known: lines.length - fresh.length,
        faulty: faulty.length,
        taken,
        lines: shown
          .sort((a, b) => a.shown.line - b.shown.line)
          .map(({ key, shown: line }) => ({
            ...line,
            isKnown: known.has(key),
            faults: known.has(key) ? [] : line.faults,
          })),
      };
    });
  }
}

/** Fields that a list must have and that no column is given for. */
function missing(mapping: ImportMapping): { field: string }[] {
  return IMPORT_MUSTS.filter((field) => mapping[field] === null).map((field) => ({ field }));
}

async function knownKeys(manager: EntityManager, lines: readonly ReadLine[]): Promise<ReadonlySet<string>> {
  const known = new Set<string>();
  for (let from = 0; from < lines.length; from += KEYS_AT_ONCE) {
    const keys = lines.slice(from, from + KEYS_AT_ONCE).map(({ key }) => key);
    const rows = await manager.find(OrderEntity, {
      where: { importKey: In(keys) },
      select: { id: true, importKey: true },
      loadEagerRelations: false,
    });
    for (const { importKey } of rows) known.add(importKey!);
  }
  return known;
}

async function vocabularyOf(manager: EntityManager, { days, season, timeZone }: SetUp, now: Date) {
  return {
    pieces: await manager.find(PieceEntity),
    boxes: await manager.find(BoxEntity),
    points: await manager.find(PickupPointEntity),
    days: days.map(({ date }) => ({ date, holiday: holidayOn(season, date) })),
    today: DateTime.fromJSDate(now, { zone: timeZone }).toISODate()!,
  };
}
