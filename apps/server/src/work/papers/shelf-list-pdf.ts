import type { BatchKeeping } from '@alnage/contract';
import type { Content } from 'pdfmake/interfaces';
import { timeOnPaper } from '../../platform/paper/dates';
import { onA4, pdfOf, SOFT } from '../../platform/paper/pdf';
import { ruled } from '../../platform/paper/rows';
import type { CounterPaper } from './order-paper';

/** What lies where, zone by zone and the oldest first: which batch, whose, what of it is nobody’s, and until when it is eaten. */
export function shelfListPdf(
  paper: CounterPaper,
  { tickets, now }: { readonly tickets: ReadonlyMap<string, string>; readonly now: Date },
): Promise<Buffer> {
  const title = `Shelves, ${timeOnPaper(now, paper.timeZone, 'cccc d LLLL, HH:mm')}`;
  const there = paper.kept
    // what is handed over lies nowhere any more
    .map((each) => ({ ...each, pickups: each.pickups.filter(({ order }) => tickets.has(order)) }))
    .filter((each) => each.clockAt !== null && (each.spare > 0 || each.pickups.length > 0))
    .sort((a, b) => (a.clockAt! < b.clockAt! ? -1 : 1));
  const zones = [...new Set(there.map(({ zone }) => zone))];
  return pdfOf({
    ...onA4(title, `${paper.workshop}, ${title}`),
    content: [
      { text: title, fontSize: 20, bold: true, margin: [0, 0, 0, 10] },
      ...(there.length === 0 ? [{ text: 'Nothing that is made lies anywhere.', color: SOFT }] : []),
      ...zones.map((zone) =>
        ruled(
          zone === null ? 'The bench' : paper.names.zone(zone),
          [84, 110, '*', 100],
          there.filter((each) => each.zone === zone).map((each) => row(each, { paper, tickets })),
        ),
      ),
    ],
  });
}

function row(
  { batch, piece, pickups, spare, eatBy, isStopped, clockAt }: BatchKeeping,
  { paper, tickets }: { readonly paper: CounterPaper; readonly tickets: ReadonlyMap<string, string> },
): Content[] {
  const { timeZone, names } = paper;
  const whose = pickups.map(({ order, pieces }) => `${tickets.get(order)!} ${pieces}`);
  const pieces = spare + pickups.reduce((sum, each) => sum + each.pieces, 0);
  return [
    { stack: [{ text: batch, bold: true }, timeOnPaper(clockAt!, timeZone, 'ccc d.M. HH:mm')] },
    `${pieces} ${names.piece(piece).toLowerCase()}`,
    {
      stack: [
        ...(isStopped ? [{ text: 'STOPPED: it does not leave the shop', bold: true }] : []),
        ...(whose.length > 0 ? [`For ${whose.join(', ')}`] : []),
        ...(spare > 0 ? [{ text: `${spare} nobody’s`, italics: true }] : []),
      ],
    },
    `eat by ${timeOnPaper(eatBy, timeZone, 'ccc d.M. HH:mm')}`,
  ];
}
