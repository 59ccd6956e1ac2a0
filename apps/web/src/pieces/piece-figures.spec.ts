import type { Piece } from '@alnage/contract';
import { piece, workshop } from '../testing/small-workshop';
import { sectionOf } from './parts/section-geometry';
import { meltFigures } from './melt-figures';
import { pieceFigures, routeRows } from './piece-figures';

const sum = (figures: readonly { value: string }[]): number =>
  figures.reduce((total, each) => total + Number(each.value), 0);

describe('the figures of a piece', () => {
  const figures = pieceFigures(piece, workshop.coatings);

  test('add up to what is said in all', () => {
    expect(sum(figures.breakdown)).toBeCloseTo(figures.coat.totalGrams, 1);
    expect(figures.total).toBe('6.2');
    expect(figures.breakdown.map(({ label }) => label.split(',')[0])).toEqual([
      'film',
      'cold-centre crust',
      'foot',
    ]);
  });

  test('say what goes into the plan', () => {
    expect(figures.planned).toEqual([
      { label: 'dip, dark 64', value: '6.25', unit: 'g' },
      { label: 'started for 100 good ones', value: '104', unit: '' },
    ]);
  });

  test('of a moulded piece are shell and cap', () => {
    const round: Piece = {
      ...piece,
      form: { kind: 'moulded', coating: 'dark-64', cavityMm2: 4000, wallMm: 2.5, capGrams: 4 },
      route: piece.route.map((stage) => (stage.coat ? { ...stage, coat: 'shell' as const } : stage)),
    };
    const moulded = pieceFigures(round, workshop.coatings);
    expect(moulded.breakdown.map(({ value }) => value)).toEqual(['12.70', '4.00']);
    expect(moulded.how).toBe('mould');
  });

  test('and its route read with waits and zones', () => {
    const rows = routeRows(
      piece,
      new Map([
        ['fridge', 'Fridge'],
        ['rack', 'Cool rack'],
      ]),
    );
    expect(rows[1]).toEqual({
      name: 'Dip',
      work: '4 min + 14 s a piece, 45 min at most',
      rest: 'Fridge, 20 min to 20 h',
      trays: '30 a tray',
    });
    expect(rows[2]!.rest).toBe('Fridge, until pickup, 30 min to 20 h');
  });
});

describe('what to melt', () => {
  const { coat } = pieceFigures(piece, workshop.coatings);
  const bowl = workshop.bowls[0]!;
  const grams = (text: string): number => Number.parseFloat(text) * (text.endsWith('kg') ? 1000 : 1);

  test('for 120 pieces adds up to what is said in all', () => {
    const [figures] = meltFigures(coat, workshop.coatings, { goodPieces: 120, certainty: 0.95, bowl });
    if (figures?.kind !== 'told') throw new Error('was refused');
    const values = figures.rows.map((row) => grams(row.value));
    expect(values[0]! + values[1]! + values[2]! + values[3]!).toBeCloseTo(values[4]!, -2);
    expect(figures.rows[0]!.value).toBe('750 g');
    expect(figures.rows.filter((row) => row.isSum).map((row) => row.label)).toEqual(['melt in all']);
  });

  test.each([
    [Number.NaN, 'Pieces: give a whole number in 1..100000.'],
    [0, 'Pieces 0 will not do: a whole number in 1..100000.'],
    [1.5, 'Pieces 1.5 will not do: a whole number in 1..100000.'],
  ])('for %d pieces is refused in words', (goodPieces, text) => {
    expect(meltFigures(coat, workshop.coatings, { goodPieces, certainty: 0.95, bowl })).toEqual([
      { kind: 'refused', coating: 'Dark 64', text },
    ]);
  });

  test('from a bowl that its tail fills is refused, too', () => {
    const cup = { ...bowl, capacityGrams: 500 };
    const [figures] = meltFigures(coat, workshop.coatings, { goodPieces: 12, certainty: 0.95, bowl: cup });
    expect(figures).toMatchObject({
      kind: 'refused',
      text: expect.stringContaining('The bowl, in g, 500') as string,
    });
  });
});

describe('the section', () => {
  const dipped = piece.form as Extract<Piece['form'], { kind: 'dipped' }>;

  test('of a berry has its dip line where the core puts it, and no line when all is covered', () => {
    const section = sectionOf(dipped, 1.76);
    expect(section.dipY).toBeLessThan(0);
    expect(section).toMatchObject({
      widthMm: 32,
      heightMm: 38,
      coatMm: 1.76,
      widthText: '32 mm',
      heightText: '38 mm',
    });
    expect(sectionOf({ ...dipped, covered: 1 }, 1).dipY).toBeNull();
  });

  test.each([
    [{ kind: 'sphere', diameterMm: 27 }],
    [{ kind: 'rod', diameterMm: 6, lengthMm: 190 }],
    [{ kind: 'cylinder', diameterMm: 45, heightMm: 11 }],
    [{ kind: 'cuboid', lengthMm: 50, widthMm: 20, heightMm: 15 }],
    [{ kind: 'sheet', lengthMm: 55, widthMm: 40, curvature: 1.05 }],
  ] as const)('of %j is drawn without a hole in its numbers', (shape) => {
    const section = sectionOf({ ...dipped, shape, covered: 1 }, 1.1);
    expect(`${section.centre}${section.coated}`).not.toMatch(/NaN|undefined/);
    expect(section.coated).not.toBe(section.centre);
  });

  test('of a mould has the cavity’s area', () => {
    const section = sectionOf(
      { kind: 'moulded', coating: 'dark-64', cavityMm2: 4150, wallMm: 2.5, capGrams: 4 },
      2.5,
    );
    const outer = section.widthMm + 5;
    expect((Math.PI * outer ** 2) / 4 + (Math.PI * outer * outer) / 4).toBeCloseTo(4150, 6);
  });
});
