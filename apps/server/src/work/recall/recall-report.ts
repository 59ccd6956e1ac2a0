import type { RecallView, RecalledOrder } from '@alnage/contract';
import type { Content } from 'pdfmake/interfaces';
import { onA4, pdfOf, RULED, SOFT } from '../../platform/paper/pdf';
import {
  byText,
  leftText,
  MOVE_TEXT,
  piecesText,
  STATE_TEXT,
  timeText,
  type RecallWords,
} from './recall-words';

/** What stands on the report and the letters besides. */
export interface RecallPaper {
  readonly words: RecallWords;
  readonly reason: string;
  readonly isPractice: boolean;
  readonly now: Date;
}

type Cells = readonly Content[];

/** Where something led, for whoever has to answer for it: batches, lots, whom to reach, what is still here. */
export function recallReport(view: RecallView, paper: RecallPaper): Promise<Buffer> {
  const { words, reason, isPractice, now } = paper;
  const { sums, batches, orders, lots } = view;
  const title = isPractice ? 'Recall, practised' : 'Recall';
  const gone = orders.filter(({ isGone }) => isGone);
  const here = orders.filter(({ isGone }) => !isGone);
  const elsewhere = batches.flatMap(({ batch, moves }) => moves.map((move) => ({ batch, ...move })));
  return pdfOf({
    ...onA4(title, `${words.workshop.name}, ${title.toLowerCase()}, ${time(now.toISOString(), paper)}`),
    content: [
      { text: title, fontSize: 20, bold: true, margin: [0, 0, 0, 4] },
      ...(isPractice
        ? [{ text: 'Only practised: nothing is wrong with what stands here.', bold: true }]
        : []),
      { text: words.origin, margin: [0, 4, 0, 0] },
      ...(reason ? [{ text: `Why: ${reason}` }] : []),
      { text: `As it was known on ${time(now.toISOString(), paper)}`, color: SOFT, margin: [0, 0, 0, 8] },
      {
        text: `${sums.pieces} pieces in ${batches.length} batches. ${sums.ordersGone} orders of ${sums.customersGone} customers have left the shop, ${sums.ordersHere} orders and ${sums.piecesHere} pieces are still here, ${sums.piecesElsewhere} pieces went without an order.`,
        margin: [0, 0, 0, 12],
      },
      ...ruled(
        'Have left the shop: tell them',
        ORDER_HEAD,
        gone.map((order) => orderCells(order, paper)),
      ),
      ...ruled(
        'Still here',
        ORDER_HEAD,
        here.map((order) => orderCells(order, paper)),
      ),
      ...ruled(
        'Without an order: put up a notice',
        ['Batch', 'Pieces', 'Where they went', 'When'],
        elsewhere.map(({ batch, pieces, kind, cause, at }) => [
          ...[batch, `${pieces}`, cause ? `${MOVE_TEXT[kind]}: ${cause}` : MOVE_TEXT[kind], time(at, paper)],
        ]),
      ),
      ...ruled(
        'Batches',
        ['Batch', 'Piece', 'Made', 'Runs', 'Pieces', 'Here', 'Why it is in this'],
        batches.map(({ batch, piece, madeAt, runs, pieces, here: left, zone, by }) => [
          ...[batch, words.pieces.get(piece) ?? piece, madeAt ? time(madeAt, paper) : '–', runs.join(', ')],
          ...[`${pieces}`, zone ? `${left}, ${words.zones.get(zone) ?? zone}` : `${left}`, byText(by)],
        ]),
      ),
      ...ruled(
        'Lots',
        ['Lot', 'Of', 'Left', 'Why it is in this'],
        lots.map((lot) => [
          ...[lot.code, words.items.get(lot.item.id) ?? lot.item.id, leftText(lot, words), byText(lot.by)],
        ]),
      ),
      {
        text: 'What has to be told to whom, and how soon, is said by the law of the place: ask the authority.',
        color: SOFT,
        margin: [0, 8, 0, 0],
      },
    ],
  });
}

const ORDER_HEAD = ['Ticket', 'Customer', 'Telephone', 'Pickup', 'What of it', 'State'];

function orderCells(order: RecalledOrder, paper: RecallPaper): Cells {
  const { ticket, customer, phone, pickupAt, state } = order;
  return [
    ...[ticket, customer, phone || '–', time(pickupAt, paper)],
    ...[piecesText(order, paper.words), STATE_TEXT[state]],
  ];
}

function time(instant: string, { words }: RecallPaper): string {
  return timeText(instant, words.workshop, 'ccc d.M. HH:mm');
}

function ruled(heading: string, head: readonly string[], rows: readonly Cells[]): Content[] {
  const body = rows.map((cells) => cells.map((cell): Content => ({ stack: [cell], margin: [0, 2, 6, 2] })));
  return [
    { text: heading, fontSize: 14, margin: [0, 10, 0, 4] },
    rows.length === 0
      ? { text: 'None.', color: SOFT }
      : {
          fontSize: 9,
          table: {
            headerRows: 1,
            keepWithHeaderRows: 1,
            dontBreakRows: true,
            widths: head.map(() => 'auto'),
            body: [head.map((text) => ({ text, color: SOFT })), ...body],
          },
          layout: RULED,
        },
  ];
}
