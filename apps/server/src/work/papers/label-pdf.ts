import type { BoxLabelView } from '@alnage/contract';
import { fittingPoints, labelPlaces, type LabelPlace, type LabelSheet } from '@alnage/core';
import type { Content, ContentColumns } from 'pdfmake/interfaces';
import { timeOnPaper } from '../../platform/paper/dates';
import { moneyIn } from '../../platform/paper/money';
import { pdfOf } from '../../platform/paper/pdf';
import { ProblemError } from '../../platform/http/problem-error';

/** What all labels of a print have in common. */
export interface LabelPaper {
  readonly workshop: string;
  readonly address: string;
  readonly words: string;
  readonly timeZone: string;
  readonly currency: string;
  readonly sheet: LabelSheet;
  readonly skip: number;
}

const POINTS_PER_MM = 72 / 25.4;
const EDGE_MM = 3;
/** Letters that are smaller nobody reads: most laws ask for more than this. Shop default. */
const LETTERS = { most: 9, least: 5.5 };
const QR_MM = 16;

/** Labels as a PDF, on sheets or rolls as they are. @throws ProblemError `label-too-small` for a text that does not fit */
export function labelPdf(labels: readonly BoxLabelView[], paper: LabelPaper): Promise<Buffer> {
  const { sheet, skip } = paper;
  const places = labelPlaces(sheet, labels.length, skip);
  const pages = new Map<number, Content[]>();
  labels.forEach((label, index) => {
    const place = places[index]!;
    const onPage = pages.get(place.page) ?? [];
    onPage.push(labelAt(label, place, paper));
    pages.set(place.page, onPage);
  });
  const all = [...pages.values()];
  return pdfOf({
    info: { title: 'Labels', creator: 'Alnage' },
    pageSize: { width: mm(sheet.pageWidthMm), height: mm(sheet.pageHeightMm) },
    pageMargins: 0,
    content: all.map((stack, index): Content => ({
      stack: [{ text: ' ', fontSize: 1 }, ...stack],
      ...(index < all.length - 1 && { pageBreak: 'after' }),
    })),
  });
}

/** How large the letters of a label can be, in points; null where not all of it can be read. */
export function pointsOf(label: BoxLabelView, paper: LabelPaper): number | null {
  return fittingPoints(labelTexts(label, paper).all, roomBesideCode(paper.sheet), LETTERS);
}

/** The same. @throws ProblemError `label-too-small` for a text that does not fit */
export function lettersOf(label: BoxLabelView, paper: LabelPaper): number {
  const fontSize = pointsOf(label, paper);
  if (fontSize === null)
    throw new ProblemError('label-too-small', { ticket: label.ticket, sheet: paper.sheet.id });
  return fontSize;
}

function roomBesideCode({ widthMm, heightMm }: LabelSheet): Pick<LabelSheet, 'widthMm' | 'heightMm'> {
  return { widthMm: widthMm - 2 * EDGE_MM - QR_MM - 1, heightMm: heightMm - 2 * EDGE_MM };
}

function labelAt(label: BoxLabelView, { xMm, yMm }: LabelPlace, paper: LabelPaper): ContentColumns {
  const fontSize = lettersOf(label, paper);
  return {
    absolutePosition: { x: mm(xMm + EDGE_MM), y: mm(yMm + EDGE_MM) },
    columns: [
      { width: mm(roomBesideCode(paper.sheet).widthMm), stack: labelTexts(label, paper).content, fontSize },
      {
        width: mm(QR_MM),
        stack: [
          { qr: label.ticket, fit: mm(QR_MM) },
          { text: label.ticket, fontSize: 8, bold: true, alignment: 'center', margin: [0, 2, 0, 0] },
          ...(label.of > 1
            ? [{ text: `${label.number} of ${label.of}`, fontSize: 7, alignment: 'center' as const }]
            : []),
        ],
      },
    ],
    columnGap: mm(1),
  };
}

function mm(of: number): number {
  return of * POINTS_PER_MM;
}

/** What a label says: as it is set, and line by line for how large it can be set. */
export function labelTexts(label: BoxLabelView, paper: LabelPaper): { content: Content[]; all: string[] } {
  const title = label.box || 'Loose pieces';
  const contents = label.contents.map(({ name, pieces }) => `${pieces} ${name.toLowerCase()}`).join(', ');
  const ingredients = ingredientTexts(label);
  const { dates, plain } = linesBelow(label, paper);
  return {
    all: [title, contents, ingredients.map(({ text }) => text).join(''), ...dates, ...plain],
    content: [
      { text: title, bold: true },
      contents,
      { text: ingredients },
      ...dates.map((text) => ({ text, bold: true })),
      ...plain,
    ],
  };
}

/** What stands below the ingredients; what nobody said is not there. */
function linesBelow(
  { madeOn, eatBy, mayContain, advice, netGrams, priceMinor }: BoxLabelView,
  { timeZone, currency, workshop, address, words }: LabelPaper,
): { readonly dates: string[]; readonly plain: string[] } {
  const at = (instant: string, format: string): string => timeOnPaper(instant, timeZone, format);
  const dates = [
    madeOn ? `Made ${at(madeOn, 'ccc d LLL yyyy')}` : '',
    eatBy ? `Eat by ${at(eatBy, 'ccc d LLL yyyy, HH:mm')}` : '',
  ];
  const price = priceMinor === null ? '' : moneyIn(currency)(priceMinor);
  const plain = [
    mayContain.length > 0 ? `May contain ${mayContain.join(', ')}.` : '',
    advice.length > 0 ? `${advice.join('; ')}.` : '',
    joined([`Net ${Math.round(netGrams)} g`, price], ' · '),
    words,
    joined([workshop, address], ', '),
  ];
  const told = joined(dates, ' · ');
  return { dates: told === '' ? [] : [told], plain: plain.filter((text) => text !== '') };
}

function joined(texts: readonly string[], between: string): string {
  return texts.filter((text) => text !== '').join(between);
}

/** Ingredients in descending weight, what declares an allergen set off, and the allergen named where its name does not say it. */
function ingredientTexts({ ingredients }: BoxLabelView): { text: string; bold?: boolean }[] {
  return [
    { text: 'Ingredients: ' },
    ...ingredients.flatMap(({ name, allergens }, index) => {
      const unsaid = allergens.filter((each) => !name.toLowerCase().includes(each.toLowerCase()));
      const named = unsaid.length > 0 ? `${name} (${unsaid.join(', ')})` : name;
      const text = index === 0 ? named : named.charAt(0).toLowerCase() + named.slice(1);
      const end = { text: index < ingredients.length - 1 ? ', ' : '.' };
      return [{ text: allergens.length > 0 ? text.toUpperCase() : text, bold: allergens.length > 0 }, end];
    }),
  ];
}
