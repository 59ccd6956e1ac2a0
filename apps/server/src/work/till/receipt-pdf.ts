import type { Order } from '@alnage/contract';
import { changeDue, taxSums, type TaxRates } from '@alnage/core';
import type { Content } from 'pdfmake/interfaces';
import { timeOnPaper } from '../../platform/paper/dates';
import { moneyIn, percentText } from '../../platform/paper/money';
import { onRoll, pdfOf, RULED, SOFT } from '../../platform/paper/pdf';

/** What a receipt is printed with. */
export interface ReceiptPaper {
  readonly workshop: string;
  readonly address: string;
  readonly timeZone: string;
  readonly currency: string;
  readonly pieces: ReadonlyMap<string, string>;
  readonly boxes: ReadonlyMap<string, string>;
  readonly taxRates: TaxRates;
  readonly isSent: boolean;
  readonly now: Date;
}

const KIND_TEXT = { deposit: 'Deposit', payment: 'Paid', refund: 'Given back' } as const;

/** What was sold, what of it is tax, and what was paid, on a roll of 80 mm. */
export function receiptPdf(order: Order, paper: ReceiptPaper): Promise<Buffer> {
  const money = moneyIn(paper.currency);
  const lines = [
    ...order.boxes.map(({ box, count, priceMinor }) => ({
      ...{ count, name: paper.boxes.get(box) ?? box, priceMinor },
    })),
    ...order.lines.map(({ piece, pieces, priceMinor }) => ({
      ...{ count: pieces, name: paper.pieces.get(piece) ?? piece, priceMinor },
    })),
  ];
  const share = paper.taxRates[paper.isSent ? 'sent' : 'collected'];
  const taxes = share > 0 ? taxSums([{ grossMinor: order.totalMinor, share }]) : [];
  const rows: Content[][] = [
    ...lines.map(({ count, name, priceMinor }) => [
      `${count} × ${name}`,
      right(priceMinor === null ? '–' : money(count * priceMinor)),
    ]),
    [{ text: 'Total', bold: true }, right(money(order.totalMinor), true)],
    ...taxes.map((sum) => [
      { text: `of it ${percentText(sum.share)} tax on ${money(sum.netMinor)}`, color: SOFT },
      right(money(sum.taxMinor)),
    ]),
    ...order.payments.flatMap(({ kind, method, amountMinor, at, givenMinor }) => [
      [
        `${KIND_TEXT[kind]}, ${method}, ${time(at, paper)}`,
        right(money(kind === 'refund' ? -amountMinor : amountMinor)),
      ],
      ...(givenMinor !== null && givenMinor > amountMinor
        ? [
            [
              { text: `${money(givenMinor)} given, change`, color: SOFT },
              right(money(changeDue(amountMinor, givenMinor))),
            ],
          ]
        : []),
    ]),
    [{ text: 'Still to pay', bold: true }, right(money(order.balanceMinor), true)],
  ];
  const head = [paper.workshop, ...paper.address.split('\n')].filter((line) => line !== '');
  return pdfOf({
    ...onRoll(`Receipt ${order.ticket}`),
    content: [
      { text: head[0]!, fontSize: 13, bold: true },
      ...head.slice(1).map((text) => ({ text, color: SOFT })),
      { text: `Receipt ${order.ticket}`, fontSize: 11, bold: true, margin: [0, 8, 0, 0] },
      { text: `${order.customer}, ${time(paper.now.toISOString(), paper)}`, margin: [0, 0, 0, 6] },
      { table: { widths: ['*', 'auto'], body: rows }, layout: RULED },
      {
        text: share > 0 ? 'Prices hold their tax.' : 'No tax is told: the shop has set no rate.',
        ...{ color: SOFT, margin: [0, 8, 0, 0] },
      },
    ],
  });
}

function right(text: string, bold = false): Content {
  return { text, alignment: 'right', bold };
}

function time(instant: string, { timeZone }: ReceiptPaper): string {
  return timeOnPaper(instant, timeZone, 'ccc d LLL, HH:mm');
}
