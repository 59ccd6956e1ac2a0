import type { DayTill } from '@alnage/contract';
import { drawerDifference, drawerHolds, type Takings } from '@alnage/core';
import type { Content } from 'pdfmake/interfaces';
import { dayOnPaper, timeOnPaper } from '../../platform/paper/dates';
import { percentText } from '../../platform/paper/money';
import { onA4, pdfOf, RULED, SOFT } from '../../platform/paper/pdf';

/** What the closing of a day is printed with. */
export interface ClosingPaper {
  readonly workshop: string;
  readonly timeZone: string;
  readonly people: ReadonlyMap<string, string>;
  money(minor: number): string;
}

/** What went through the till on a day, what the drawer must hold, and what was counted. */
export function closingPdf(till: DayTill, paper: ClosingPaper): Promise<Buffer> {
  const { money } = paper;
  const day = dayOnPaper(till.day, 'cccc d LLLL yyyy');
  const title = `Closing of ${day}`;
  const { closing } = till;
  return pdfOf({
    ...onA4(title, `${paper.workshop}, ${title}`),
    content: [
      { text: title, fontSize: 20, bold: true, margin: [0, 0, 0, 10] },
      table('What was taken', [
        ...takenRows('for orders', till.orders, money),
        ...takenRows('for pieces without an order', till.spare, money),
      ]),
      table(
        'What left the shop, by rate of tax',
        till.sold.map(({ share, netMinor, taxMinor, grossMinor }) => [
          `${percentText(share)}: ${money(netMinor)} and ${money(taxMinor)} tax`,
          money(grossMinor),
        ]),
      ),
      ...(closing
        ? [
            table('The drawer', [
              ['lay in it in the morning', money(closing.floatMinor)],
              ['must hold', money(closing.expectedMinor)],
              ['was counted', money(closing.countedMinor)],
              [{ text: differenceText(closing), bold: true }, money(drawerDifference(closing))],
            ]),
            {
              text: `Closed ${timeOnPaper(closing.at, paper.timeZone)}${closing.by === null ? '' : ` by ${paper.people.get(closing.by) ?? closing.by}`}${closing.note ? `: ${closing.note}` : ''}`,
            },
          ]
        : [
            { text: 'Not closed yet.', bold: true },
            {
              text: `With ${money(till.floatMinor)} in the morning the drawer must hold ${money(drawerHolds(till.floatMinor, [till.orders, till.spare]))}.`,
            },
          ]),
    ],
  });
}

function takenRows(what: string, { cash, card }: Takings, money: ClosingPaper['money']): Content[][] {
  const rows: [string, number][] = [
    [`cash ${what}`, cash.inMinor],
    [`cash given back ${what}`, -cash.outMinor],
    [`card ${what}`, card.inMinor],
    [`card given back ${what}`, -card.outMinor],
  ];
  return rows.filter(([, minor]) => minor !== 0).map(([text, minor]) => [text, money(minor)]);
}

function differenceText({ countedMinor, expectedMinor }: NonNullable<DayTill['closing']>): string {
  if (countedMinor === expectedMinor) return 'it is right';
  return countedMinor > expectedMinor ? 'too much' : 'missing';
}

function table(head: string, rows: readonly (readonly Content[])[]): Content {
  const body = rows.map(([what, sum]) => [what!, { stack: [sum!], alignment: 'right' as const }]);
  const none: Content[][] = [[{ text: 'nothing', color: SOFT }, '']];
  return {
    stack: [
      { text: head, fontSize: 13, bold: true, margin: [0, 6, 0, 4] },
      { table: { widths: ['*', 'auto'], body: body.length > 0 ? body : none }, layout: RULED },
    ],
    margin: [0, 0, 0, 8],
  };
}
