import type { Content } from 'pdfmake/interfaces';
import { dayOnPaper, timeOnPaper } from '../../platform/paper/dates';
import { onA4, pdfOf, SOFT } from '../../platform/paper/pdf';
import { ruled, tick } from '../../platform/paper/rows';
import type { CounterPaper, OrderOnPaper } from './order-paper';
import { minded } from './ticket-pdf';

/** The counter’s list of a day, hour by hour: whose, what, where it lies, what is to pay; for a morning without a screen. */
export function dayListPdf(day: string, paper: CounterPaper): Promise<Buffer> {
  const title = `Counter, ${dayOnPaper(day)}`;
  const hourOf = ({ leavesAt }: OrderOnPaper): string => timeOnPaper(leavesAt, paper.timeZone, 'HH:00');
  const hours = [...new Set(paper.orders.map(hourOf))];
  return pdfOf({
    ...onA4(title, `${paper.workshop}, ${title}`),
    content: [
      { text: title, fontSize: 20, bold: true, margin: [0, 0, 0, 2] },
      { text: sumText(paper), color: SOFT, margin: [0, 0, 0, 10] },
      ...hours.map((hour) =>
        ruled(
          hour,
          [14, 58, 120, '*', 70],
          paper.orders.filter((each) => hourOf(each) === hour).map((each) => row(each, paper)),
        ),
      ),
    ],
  });
}

function sumText({ orders, money }: CounterPaper): string {
  if (orders.length === 0) return 'Nobody collects on this day.';
  const open = orders.reduce((sum, { order }) => sum + Math.max(0, order.balanceMinor), 0);
  return `${orders.length} ${orders.length === 1 ? 'order' : 'orders'}, ${money(open)} to pay`;
}

function row(on: OrderOnPaper, { timeZone, money }: CounterPaper): Content[] {
  const { order, leavesAt, point, contents, zones } = on;
  return [
    tick(order.state === 'handed-over'),
    { stack: [{ text: order.ticket, bold: true }, timeOnPaper(leavesAt, timeZone)] },
    { stack: [{ text: order.customer, bold: true }, order.phone, { text: point, color: SOFT }] },
    {
      stack: [
        ...contents,
        ...minded(on),
        ...(zones.length > 0 ? [{ text: `Lies in: ${zones.join(', ').toLowerCase()}`, color: SOFT }] : []),
      ],
    },
    {
      text: order.balanceMinor > 0 ? money(order.balanceMinor) : 'paid',
      ...{ alignment: 'right', bold: order.balanceMinor > 0 },
    },
  ];
}
