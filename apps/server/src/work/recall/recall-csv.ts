import type { RecallView } from '@alnage/contract';
import { csvText } from '../../platform/paper/csv';
import { byText, leftText, MOVE_TEXT, STATE_TEXT, timeText, type RecallWords } from './recall-words';

const COLUMNS = [
  ...[
    'kind',
    'batch',
    'piece',
    'runs',
    'made at',
    'pieces',
    'where',
    'ticket',
    'customer',
    'phone',
    'pickup',
  ],
  'why',
];

type Row = Readonly<Record<string, string | number>>;

/** Every order, every piece that went without one, what lies here and every lot that something leads to, a row each. */
export function recallCsv({ batches, orders, lots }: RecallView, words: RecallWords): string {
  const time = (instant: string | null): string =>
    instant === null ? '' : timeText(instant, words.workshop, 'yyyy-MM-dd HH:mm');
  const ofBatch = new Map(
    batches.map(({ key, batch, piece, runs, madeAt, by }) => [
      key,
      {
        ...{ batch, piece: words.pieces.get(piece) ?? piece, runs: runs.join(' '), 'made at': time(madeAt) },
        why: byText(by),
      },
    ]),
  );
  const inOrders = orders.flatMap((order): Row[] => {
    const { ticket, customer, phone, pickupAt, state, pieces, by } = order;
    const own = { kind: 'order', where: STATE_TEXT[state], ticket, customer, phone, pickup: time(pickupAt) };
    if (pieces.length === 0) return [{ ...own, why: byText(by) }];
    return pieces.map((each) => ({ ...own, ...ofBatch.get(each.batch), pieces: each.pieces }));
  });
  const elsewhere = batches.flatMap(({ key, moves }) =>
    moves.map(({ kind, pieces, at }) => ({
      ...{ kind: 'without an order', ...ofBatch.get(key), pieces, where: MOVE_TEXT[kind], pickup: time(at) },
    })),
  );
  const here = batches
    .filter((batch) => batch.here > 0)
    .map(({ key, here: pieces, zone }) => ({
      ...{ kind: 'here', ...ofBatch.get(key), pieces, where: zone ? (words.zones.get(zone) ?? zone) : '' },
    }));
  const ofLots = lots.map((lot) => ({
    ...{ kind: 'lot', batch: lot.code, piece: words.items.get(lot.item.id) ?? lot.item.id },
    ...{ where: `${leftText(lot, words)} left`, why: byText(lot.by) },
  }));
  return csvText(COLUMNS, [...inOrders, ...elsewhere, ...here, ...ofLots]);
}
