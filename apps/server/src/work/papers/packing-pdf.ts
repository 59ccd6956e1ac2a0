import type { PackingOrderView, PackingView } from '@alnage/contract';
import type { Content } from 'pdfmake/interfaces';
import { dayOnPaper, timeOnPaper } from '../../platform/paper/dates';
import { onA4, pdfOf, SOFT } from '../../platform/paper/pdf';
import { ruled, tick } from '../../platform/paper/rows';

/** What the packing list of a day is printed with. */
export interface PackingPaper {
  readonly workshop: string;
  readonly day: string;
  readonly timeZone: string;
  readonly pieces: ReadonlyMap<string, string>;
  readonly zones: ReadonlyMap<string, string>;
}

type Counted = PackingOrderView['lacks'][number];

/** First what is fetched from where, then order by order what goes in, to be ticked off. */
export function packingPdf({ orders, shelves }: PackingView, paper: PackingPaper): Promise<Buffer> {
  const day = dayOnPaper(paper.day);
  const title = `Packing list, ${day}`;
  const hours = [...new Set(orders.map(({ leavesAt }) => hourOf(leavesAt, paper)))];
  return pdfOf({
    ...onA4(title, `${paper.workshop}, ${title}`),
    content: [
      { text: title, fontSize: 20, bold: true, margin: [0, 0, 0, 10] },
      ...(orders.length === 0 ? [{ text: 'Nothing is left to pack for this day.', color: SOFT }] : []),
      ...shelves.map(({ zone, rows }) =>
        ruled(
          `Fetch from: ${zone === null ? 'the bench' : nameOf(paper.zones, zone)}`,
          [14, '*', 'auto'],
          rows.map((row) => [
            tick(false),
            nameOf(paper.pieces, row.piece),
            `${row.pieces} of batch ${row.batch}`,
          ]),
        ),
      ),
      ...hours.map((hour) =>
        ruled(
          hour,
          [14, 66, '*', '*'],
          mindedFirst(orders.filter(({ leavesAt }) => hourOf(leavesAt, paper) === hour)).map((order) => [
            tick(order.isReady),
            { stack: [{ text: order.ticket, bold: true }, clock(order.leavesAt, paper)] },
            { stack: [order.customer, ...minded(order), ...filled(order, paper)] },
            { stack: sources(order, paper) },
          ]),
        ),
      ),
    ],
  });
}

/** Who must never have something is packed before anything else is on the table. */
function mindedFirst(orders: readonly PackingOrderView[]): PackingOrderView[] {
  return [...orders].sort((a, b) => Number(b.never.length > 0) - Number(a.never.length > 0));
}

function minded({ never, note, giftMessage }: PackingOrderView): Content[] {
  return [
    ...(never.length > 0
      ? [{ text: `Must never have ${never.join(', ')}: a clean table, before others`, bold: true }]
      : []),
    ...(note ? [{ text: note, italics: true }] : []),
    ...(giftMessage ? [{ text: `On the gift: “${giftMessage}”`, italics: true }] : []),
  ];
}

function filled({ boxes, loose }: PackingOrderView, { pieces }: PackingPaper): Content[] {
  const inIt = (all: readonly Counted[]): string =>
    all.map((each) => `${each.pieces} ${nameOf(pieces, each.piece)}`).join(', ');
  return [
    ...boxes.map(({ name, count, contents }) => `${count} × ${name}: ${inIt(contents)}`),
    ...(loose.length > 0 ? [inIt(loose)] : []),
  ];
}

function sources({ from, lacks }: PackingOrderView, paper: PackingPaper): Content[] {
  return [
    ...from.map((each): Content => {
      const where = each.isMade ? (each.zone ? nameOf(paper.zones, each.zone) : 'the bench') : 'not made yet';
      const text = `${each.pieces} ${nameOf(paper.pieces, each.piece)}, batch ${each.batch}, ${where}`;
      const until = `, eat by ${clock(each.eatBy, paper, 'ccc d.M. HH:mm')}`;
      return each.isTooOld ? { text: `${text}: too old, do not pack`, bold: true } : `${text}${until}`;
    }),
    ...lacks.map(({ piece, pieces }) => ({
      ...{ text: `${pieces} ${nameOf(paper.pieces, piece)} lacking: nothing is made for it`, bold: true },
    })),
  ];
}

function hourOf(instant: string, paper: PackingPaper): string {
  return clock(instant, paper, 'HH:00');
}

function clock(instant: string, { timeZone }: PackingPaper, format = 'HH:mm'): string {
  return timeOnPaper(instant, timeZone, format);
}

function nameOf(names: ReadonlyMap<string, string>, id: string): string {
  return names.get(id) ?? id;
}
