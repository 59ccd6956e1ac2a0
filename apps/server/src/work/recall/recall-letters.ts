import type { RecallView, RecalledOrder } from '@alnage/contract';
import type { Content } from 'pdfmake/interfaces';
import { grouped } from '../../platform/grouped';
import { onA4, pdfOf, SOFT } from '../../platform/paper/pdf';
import type { RecallPaper } from './recall-report';
import { customerKey } from './recall.service';
import { piecesText, timeText } from './recall-words';

/** A letter to each customer whose order has left the shop, all their orders in one, each on a page of its own. */
export function recallLetters({ orders }: RecallView, paper: RecallPaper): Promise<Buffer> {
  const gone = grouped(
    orders.filter(({ isGone }) => isGone),
    customerKey,
  );
  const { name } = paper.words.workshop;
  const all = [...gone.values()];
  const letters = all.map((own, index): Content => ({
    stack: letterTo(own, paper),
    ...(index < all.length - 1 && { pageBreak: 'after' }),
  }));
  const none: Content = {
    text: 'No order of it has left the shop: there is nobody to write to.',
    color: SOFT,
  };
  return pdfOf({
    ...onA4(`Letters, ${name}`, paper.isPractice ? `${name}: a practice, not to be sent` : name),
    pageMargins: [70, 70, 70, 60],
    content: letters.length > 0 ? letters : [none],
  });
}

function letterTo(
  orders: readonly RecalledOrder[],
  { words, reason, isPractice, now }: RecallPaper,
): Content[] {
  const { workshop } = words;
  const { customer, phone } = orders[0]!;
  const day = (instant: string): string => timeText(instant, workshop, 'cccc d LLLL yyyy');
  return [
    { text: workshop.name, bold: true, fontSize: 14 },
    ...(workshop.address ? [{ text: workshop.address, color: SOFT }] : []),
    { text: day(now.toISOString()), margin: [0, 24, 0, 24] },
    ...(isPractice ? [{ text: 'A practice: please do not send.', bold: true }] : []),
    { text: phone ? `${customer}, ${phone}` : customer, margin: [0, 0, 0, 16] },
    { text: 'Please do not eat what you had from us', bold: true, fontSize: 16, margin: [0, 0, 0, 12] },
    ...orders.map((order) => ({
      text: `Order ${order.ticket}, collected ${day(order.pickupAt)}: ${piecesText(order, words)}`,
      margin: [0, 0, 0, 4] as [number, number, number, number],
    })),
    ...(reason ? [{ text: `Why: ${reason}`, margin: [0, 8, 0, 0] as [number, number, number, number] }] : []),
    {
      text: 'Please keep it apart, do not pass it on, and bring it back or throw it away. We settle the price with you in either case. If somebody ate of it and feels unwell, ask a doctor and take this letter along.',
      margin: [0, 12, 0, 12],
    },
    { text: 'We are sorry, and glad to answer whatever you ask.', margin: [0, 0, 0, 24] },
    { text: workshop.name },
  ];
}
