import type { Piece } from '@alnage/contract';
import { piece, workshop } from '../testing/small-workshop';
import { sectionOf } from './parts/section-geometry';
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
