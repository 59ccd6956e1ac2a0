import type { Content } from 'pdfmake/interfaces';
import { timeOnPaper } from '../../platform/paper/dates';
import { onRoll, pdfOf, SOFT } from '../../platform/paper/pdf';
import type { CounterPaper, OrderOnPaper } from './order-paper';

const QR_POINTS = 72;

/** The tickets of orders, one under the other on a roll of 80 mm: whose it is, when it goes, what is in it and what to mind. */
export function ticketPdf(paper: CounterPaper): Promise<Buffer> {
  const { orders } = paper;
  const title = orders.length === 1 ? `Ticket ${orders[0]!.order.ticket}` : 'Tickets';
  const none: Content[] = [{ text: 'No order leaves on this day.', color: SOFT }];
  return pdfOf({
    ...onRoll(title),
    content: orders.length === 0 ? none : orders.map((each, index) => ticket(each, paper, index > 0)),
  });
}

function ticket(on: OrderOnPaper, paper: CounterPaper, isCut: boolean): Content {
  const { order, leavesAt, point, contents } = on;
  return {
    unbreakable: true,
    stack: [
      ...(isCut ? [CUT] : []),
      {
        columns: [
          {
            width: '*',
            stack: [
              { text: order.ticket, fontSize: 24, bold: true },
              { text: order.customer, fontSize: 13, bold: true },
              timeOnPaper(leavesAt, paper.timeZone, 'cccc d LLLL, HH:mm'),
              { text: point, color: SOFT },
              ...(order.phone ? [{ text: order.phone, color: SOFT }] : []),
            ],
          },
          { width: QR_POINTS, qr: order.ticket, fit: QR_POINTS, alignment: 'right' },
        ],
      },
      { stack: [...contents], margin: [0, 8, 0, 0] },
      ...minded(on),
      {
        text: order.balanceMinor > 0 ? `To pay ${paper.money(order.balanceMinor)}` : 'Paid',
        ...{ bold: true, margin: [0, 6, 0, 0] },
      },
    ],
  };
}

/** Where one ticket is cut from the next. */
const CUT: Content = {
  canvas: [{ type: 'line', x1: 0, y1: 0, x2: 198, y2: 0, dash: { length: 4 }, lineColor: SOFT }],
  margin: [0, 12, 0, 12],
};

/** What whoever packs or hands it over has to mind. */
export function minded({ order, never }: OrderOnPaper): Content[] {
  const { allergyWaiver, note, giftMessage } = order;
  return [
    ...(never.length > 0 ? [{ text: `Must never have ${never.join(', ')}`, bold: true }] : []),
    ...(allergyWaiver
      ? [{ text: `${allergyWaiver.name} lets them have it: ${allergyWaiver.reason}`, bold: true }]
      : []),
    ...(note ? [{ text: note, italics: true }] : []),
    ...(giftMessage ? [{ text: `On the gift: “${giftMessage}”`, italics: true }] : []),
  ];
}
