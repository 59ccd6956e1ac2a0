import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { readPhrase, type Phrase, type Unclear, type Vocabulary } from './read-phrase';
import { calendarDay } from './when';
import { stem } from './words';

const vocabulary: Vocabulary = {
  pieces: [
    { id: 'dusk-berry', name: 'Dusk berry' },
    { id: 'frost-berry', name: 'Frost berry' },
    { id: 'salt-twist', name: 'Salt twist' },
    { id: 'rye-truffle', name: 'Rye truffle' },
    { id: 'sandwich-round', name: 'Sandwich round' },
    { id: 'oat-cookie', name: 'Oat cookie', grams: 24 },
  ],
  boxes: [
    { id: 'berry-12', name: 'Dozen berries' },
    { id: 'truffle-8', name: 'Truffle box' },
    { id: 'twist-bag', name: 'Twist bag' },
    { id: 'cafe-tray', name: 'Café tray' },
  ],
  points: [
    { id: 'shop', name: 'The shop' },
    { id: 'quay', name: 'Stall on the quay' },
  ],
  days: [
    { date: '2026-06-17', holiday: null },
    { date: '2026-06-18', holiday: null },
    { date: '2026-06-19', holiday: 'Midsummer Eve' },
    { date: '2026-06-20', holiday: 'Midsummer Day' },
    { date: '2026-06-21', holiday: null },
  ],
  today: '2026-06-18',
};

const read = (text: string): Phrase => readPhrase(text, vocabulary);

/** What was understood, in short: amounts by id, then day, time, point, customer and note where they are there. */
function shortly(text: string): string {
  const { lines, day, time, point, customer, phone, never, note, parts } = read(text);
  const unclear = parts
    .filter(({ kind }) => kind === 'unclear')
    .map(({ from, to }) => `?${text.slice(from, to)}`);
  const said = [
    day?.slice(8),
    time,
    point && `@${point}`,
    customer && `for ${customer}`,
    phone && `tel ${phone}`,
    ...never.map((allergen) => `never ${allergen}`),
    note && `"${note}"`,
  ];
  return [...lines.map(({ count, id }) => `${count} ${id}`), ...said.filter(Boolean), ...unclear].join(' | ');
}

describe('an order said in one line is understood', () => {
  test.each([
    [
      '2 dozen dusk berry, 1 twist bag fri 10.30 for Varg',
      '24 dusk-berry | 1 twist-bag | 19 | 10:30 | for Varg',
    ],
    ['24 dusk berry', '24 dusk-berry'],
    ['24 dusk berries', '24 dusk-berry'],
    ['24 Dusk Berries', '24 dusk-berry'],
    ['24x dusk berry', '24 dusk-berry'],
    ['24 x dusk berry', '24 dusk-berry'],
    ['24 × dusk berries', '24 dusk-berry'],
    ['24 pieces of dusk berry', '24 dusk-berry'],
    ['24 pcs dusk berry', '24 dusk-berry'],
    ['a dozen dusk berries', '12 dusk-berry'],
    ['dozen dusk berries', '12 dusk-berry'],
    ['one dozen dusk berries', '12 dusk-berry'],
    ['two dozen of dusk berries', '24 dusk-berry'],
    ['2 doz dusk', '24 dusk-berry'],
    ['half a dozen frost berries', '6 frost-berry'],
    ['half dozen frost', '6 frost-berry'],
    ['a half dozen frost berries', '6 frost-berry'],
    ['1.5 dozen rye truffles', '18 rye-truffle'],
    ['1,5 dozen rye truffles', '18 rye-truffle'],
    ['a pair of sandwich rounds', '2 sandwich-round'],
    ['a couple of rye truffles', '2 rye-truffle'],
    ['three twist bags', '3 twist-bag'],
    ['a twist bag', '1 twist-bag'],
    ['24 oat cookies', '24 oat-cookie'],
    ['a dozen cookies', '12 oat-cookie'],
    // 453.6 g at 24 g a piece
    ['a pound of cookies', '19 oat-cookie'],
    ['half a kilo of oat cookies fri', '21 oat-cookie | 19'],
    ['480 g cookies', '20 oat-cookie'],
    ['1/2 lb cookies', '10 oat-cookie'],
    ['12oz of cookies at 15', '15 oat-cookie | 15:00'],
    ['a pound of rye truffles', '?a pound of rye truffles'],
    ['2 dozen berries, half dusk, half frost', '12 dusk-berry | 12 frost-berry'],
    ['a dozen half frost half rye truffle for Varg', '6 frost-berry | 6 rye-truffle | for Varg'],
    ['13 half dusk and half frost', '?13 half dusk and half frost'],
    ['an twist bag', '1 twist-bag'],
    ['twist bag x2', '2 twist-bag'],
    ['twist bag ×3', '3 twist-bag'],
    ['2 truffle boxes', '2 truffle-8'],
    ['1 dozen berries', '1 berry-12'],
    ['3 dozen berries', '3 berry-12'],
    ['1 cafe tray', '1 cafe-tray'],
    ['1 Café tray', '1 cafe-tray'],
    ['24 dusk and 12 frost', '24 dusk-berry | 12 frost-berry'],
    ['24 dusk + 12 frost', '24 dusk-berry | 12 frost-berry'],
    ['24 dusk & 12 frost', '24 dusk-berry | 12 frost-berry'],
    ['24 dusk, 12 frost, 1 twist bag', '24 dusk-berry | 12 frost-berry | 1 twist-bag'],
    ['24 dusk plus 12 frost please', '24 dusk-berry | 12 frost-berry'],
    ['6 sand', '6 sandwich-round'],
    ['24 dusk fri', '24 dusk-berry | 19'],
    ['24 dusk friday', '24 dusk-berry | 19'],
    ['24 dusk on friday', '24 dusk-berry | 19'],
    ['24 dusk for friday', '24 dusk-berry | 19'],
    ['24 dusk fri 19', '24 dusk-berry | 19'],
    ['24 dusk friday the 19th', '24 dusk-berry | 19'],
    ['24 dusk fri 19 june', '24 dusk-berry | 19'],
    ['24 dusk 19 june', '24 dusk-berry | 19'],
    ['24 dusk june 19', '24 dusk-berry | 19'],
    ['24 dusk 19.6', '24 dusk-berry | 19'],
    ['24 dusk 19/6', '24 dusk-berry | 19'],
    ['24 dusk 6/19', '24 dusk-berry | 19'],
    ['24 dusk 2026-06-20', '24 dusk-berry | 20'],
    ['24 dusk today', '24 dusk-berry | 18'],
    ['24 dusk tomorrow', '24 dusk-berry | 19'],
    ['24 dusk midsummer eve', '24 dusk-berry | 19'],
    ['24 dusk on Midsummer Day at 9', '24 dusk-berry | 20 | 09:00'],
    ['24 dusk fri 10', '24 dusk-berry | 19 | 10:00'],
    ['24 dusk fri 19 10', '24 dusk-berry | 19 | 10:00'],
    ['24 dusk fri 10:30', '24 dusk-berry | 19 | 10:30'],
    ['24 dusk fri at 10.30', '24 dusk-berry | 19 | 10:30'],
    ['24 dusk fri 3pm', '24 dusk-berry | 19 | 15:00'],
    ['24 dusk fri 3 pm', '24 dusk-berry | 19 | 15:00'],
    ['24 dusk fri 3:30pm', '24 dusk-berry | 19 | 15:30'],
    ['24 dusk fri 15h', '24 dusk-berry | 19 | 15:00'],
    ['24 dusk fri noon', '24 dusk-berry | 19 | 12:00'],
    ['24 dusk fri 12 am', '24 dusk-berry | 19 | 00:00'],
    ['fri 10.30 24 dusk', '24 dusk-berry | 19 | 10:30'],
    ['fri 24 dusk', '24 dusk-berry | 19'],
    ['24 dusk at the shop', '24 dusk-berry | @shop'],
    ['24 dusk at the quay', '24 dusk-berry | @quay'],
    ['24 dusk from the stall on the quay', '24 dusk-berry | @quay'],
    ['24 dusk quay', '24 dusk-berry | @quay'],
    ['24 dusk fri 10 at the quay for Varg', '24 dusk-berry | 19 | 10:00 | @quay | for Varg'],
    ['24 dusk for Varg fri', '24 dusk-berry | 19 | for Varg'],
    ['24 dusk for I. Varg, fri 10', '24 dusk-berry | 19 | 10:00 | for I. Varg'],
    ['for Anna Varg 24 dusk berries', '24 dusk-berry | for Anna Varg'],
    ['for Varg at the quay: 24 dusk', '24 dusk-berry | @quay | for Varg'],
    ['24 dusk for Varg "ring first"', '24 dusk-berry | for Varg | "ring first"'],
    ['24 dusk for Varg note: ring first, then come', '24 dusk-berry | for Varg | "ring first, then come"'],
    ['24 dusk note no salt', '24 dusk-berry | "no salt"'],
    ['24 dusk for Varg never nuts', '24 dusk-berry | for Varg | never nuts'],
    ['24 dusk for Varg, no nuts or milk, fri', '24 dusk-berry | 19 | for Varg | never nuts | never milk'],
    ['allergic to peanuts and eggs, 24 dusk', '24 dusk-berry | never peanut | never egg'],
    ['24 dusk nut-free gluten free', '24 dusk-berry | never nuts | never gluten'],
    ['24 dusk tree nut allergy', '24 dusk-berry | never nuts'],
    ['24 dusk without any soy, 12 frost', '24 dusk-berry | 12 frost-berry | never soya'],
    ['24 dusk never shellfish', '24 dusk-berry | never crustaceans | never molluscs'],
    ['never nuts, never nuts', 'never nuts'],
    ['24 dusk no salt', '24 dusk-berry | ?no | ?salt'],
    ['24 dusk for Varg tel 050 0163', '24 dusk-berry | for Varg | tel 050 0163'],
    ['24 dusk for Varg 050-0163 fri', '24 dusk-berry | 19 | for Varg | tel 050-0163'],
    ['tel: 4711 24 dusk', '24 dusk-berry | tel 4711'],
    ['+358 40 123 45, 24 dusk', '24 dusk-berry | tel +358 40 123 45'],
    ['050 0163 24 dusk', '24 dusk-berry | tel 050 0163'],
    ['24 dusk 050 0163 tel 050 0164', '24 dusk-berry | tel 050 0163 | ?tel 050 0164'],
    ['24 dusk fri 09', '24 dusk-berry | 19 | 09:00'],
    ['', ''],
    [' , and ', ''],
  ])('%s', (text, understood) => expect(shortly(text)).toBe(understood));
});

describe('what is not understood is shown, with what it may be', () => {
  const unclearOf = (text: string): (Unclear & { text: string })[] =>
    read(text).parts.flatMap(({ from, to, unclear }) =>
      unclear ? [{ ...unclear, text: text.slice(from, to) }] : [],
    );

  test.each<[string, string, Partial<Unclear>]>([
    ['24 dusk blue', 'blue', { kind: 'unknown' }],
    ['24 blue', '24', { kind: 'of-what' }],
    ['24 berries', '24 berries', { kind: 'several', names: ['Dozen berries', 'Dusk berry', 'Frost berry'] }],
    ['dusk berries fri', 'dusk berries', { kind: 'how-many', name: 'Dusk berry' }],
    ['dozen berries fri', 'dozen berries', { kind: 'how-many', name: 'Dozen berries' }],
    ['twist bag for Varg', 'twist bag', { kind: 'how-many', name: 'Twist bag' }],
    ['1.3 dozen dusk', '1.3 dozen dusk', { kind: 'not-whole', count: 15.600000000000001 }],
    ['0 dusk', '0 dusk', { kind: 'not-whole', count: 0 }],
    ['24 dusk fri sat', 'sat', { kind: 'twice' }],
    ['24 dusk wed', 'wed', { kind: 'unknown' }],
    ['24 dusk 25.12', '25.12', { kind: 'of-what' }],
    ['24 dusk fri 10 11', '11', { kind: 'of-what' }],
    ['24 dusk for', 'for', { kind: 'unknown' }],
  ])('%s', (text, words, unclear) => {
    expect(unclearOf(text)).toContainEqual(expect.objectContaining({ ...unclear, text: words }));
  });

  test('and stands nowhere else: a day that is past is none, an ambiguous piece no line', () => {
    expect(read('24 dusk wed')).toMatchObject({ day: null });
    expect(read('24 berries')).toMatchObject({ lines: [] });
  });
});

test('every word of any text is a part, or joins others; parts stand in order and never overlap', () => {
  const word = fc.constantFrom(
    ...[
      '24',
      '2',
      'dozen',
      'dusk',
      'berry',
      'frost',
      'twist',
      'bag',
      'x2',
      'fri',
      '10',
      '10.30',
      'at',
      'the',
    ],
    ...['for', 'Varg', 'quay', ',', 'and', 'half', 'a', '"', 'note', 'blue', '19', 'june', 'pm', '½', ''],
    ...['never', 'no', 'nuts', 'or', 'free', 'tel', '050', '0163', '+'],
  );
  fc.assert(
    fc.property(fc.array(word, { maxLength: 14 }), (words) => {
      const text = words.join(' ');
      const { parts, lines } = read(text);
      let end = 0;
      for (const { from, to } of parts) {
        expect(from).toBeGreaterThanOrEqual(end);
        expect(to).toBeGreaterThan(from);
        end = to;
      }
      expect(end).toBeLessThanOrEqual(text.length);
      for (const { count } of lines) expect(Number.isInteger(count) && count >= 1).toBe(true);
    }),
    { numRuns: 2000 },
  );
});

test.each([
  ['berries', 'berry'],
  ['cookies', 'cookie'],
  ['boxes', 'box'],
  ['slices', 'slice'],
  ['truffles', 'truffle'],
  ['twists', 'twist'],
  ['bags', 'bag'],
  ['glasses', 'glass'],
  ['pies', 'pie'],
])('%s is many of a %s', (many, one) => expect(stem(many)).toBe(stem(one)));

test('days of the calendar follow each other, over months, leap years and centuries', () => {
  fc.assert(
    fc.property(
      fc.date({ min: new Date('1900-01-01'), max: new Date('2199-12-31'), noInvalidDate: true }),
      (date) => {
        const text = date.toISOString().slice(0, 10);
        expect(calendarDay(text)).toBe(Math.floor(Date.parse(text) / 86_400_000));
      },
    ),
  );
});
