import type { Piece, Weighing } from '@alnage/contract';
import { piece } from '../testing/small-piece';
import { weighing, workshop } from '../testing/small-workshop';
import { coatingRows, wayRows } from './compare-figures';
import { sectionOf } from './parts/section-geometry';
import { heldFigures, meltFigures } from './melt-figures';
import { pieceFigures, routeRows, type PieceContext } from './piece-figures';
import { boxRows, priceRows, unpricedCoatings } from './price-figures';
import { weighingCourse } from './weighing-figures';

const sum = (figures: readonly { value: string }[]): number =>
  figures.reduce((total, each) => total + Number(each.value.replace('−', '-')), 0);

const context: PieceContext = {
  dippery: { coatings: workshop.coatings, ways: workshop.rules.ways },
  coatings: workshop.coatings,
  weighings: [],
  certainty: 0.95,
};
const terms = { ...context, rules: workshop.rules, currency: 'EUR' };

describe('the figures of a piece', () => {
  const figures = pieceFigures(piece, context);

  test('add up to what is said in all', () => {
    expect(sum(figures.breakdown)).toBeCloseTo(figures.coat.totalGrams, 1);
    expect(figures.total).toEqual({ value: '6.2', unit: 'g' });
    expect(figures.breakdown.map(({ label }) => label.split(',')[0])).toEqual([
      'film',
      'cold-centre crust',
      'foot',
    ]);
  });

  test('say what goes into the plan', () => {
    expect(figures.planned).toEqual([
      { label: 'dip, dark 64', value: '6.25', unit: 'g' },
      { label: 'started for 100 good ones, 95% sure', value: '112', unit: '' },
    ]);
  });

  test('move with the scale, and still add up; what is set aside moves nothing', () => {
    const weighings = [weighing(), weighing({ id: 'w2', gramsPerPiece: 40, setAsideReason: 'ladle' })];
    const learned = pieceFigures(piece, { ...context, weighings });
    // between the estimate of 6.25 g and the 8 g weighed, near the latter
    expect(learned.coat.totalGrams).toBeGreaterThan(7.5);
    expect(learned.coat.totalGrams).toBeLessThan(8);
    expect(sum(learned.breakdown)).toBeCloseTo(learned.coat.totalGrams, 1);
    expect(learned.breakdown.at(-1)!.value).toMatch(/^\+/);
    expect(learned.weighings).toBe(1);
  });

  test('of a moulded piece are shell and cap, of a cluster what binds it', () => {
    const shelled = piece.route.map((stage) => (stage.coat ? { ...stage, coat: 'shell' as const } : stage));
    const round: Piece = {
      ...piece,
      form: {
        kind: 'moulded',
        coating: 'dark-64',
        cavityMm2: 4000,
        wallMm: 2.5,
        capGrams: 4,
        centreGrams: 12,
      },
      route: shelled,
    };
    const moulded = pieceFigures(round, context);
    expect(moulded.breakdown.map(({ value }) => value)).toEqual(['12.70', '4.00']);
    expect(moulded.how).toBe('mould');
    const form = { kind: 'cluster', coating: 'dark-64', portionGrams: 30, coatingShare: 0.5 } as const;
    const cluster = pieceFigures({ ...piece, form }, context);
    expect(cluster.breakdown).toEqual([{ label: 'what binds it', value: '15.00', unit: 'g' }]);
    expect(cluster.how).toBe('mixed, by scoop');
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
  const figures = pieceFigures(piece, context);
  const bowls = workshop.bowls;
  const grams = (text: string): number => Number.parseFloat(text) * (text.endsWith('kg') ? 1000 : 1);
  const asked = (goodPieces: number) =>
    meltFigures(figures, workshop, { goodPieces, certainty: 0.95, bowls });

  test('for 120 pieces adds up to what is said in all, with what it costs and in which bowl', () => {
    const [melt] = asked(120);
    if (melt?.kind !== 'told') throw new Error('was refused');
    const values = melt.rows.map((row) => grams(row.value));
    expect(values[0]! + values[1]! + values[2]! + values[3]!).toBeCloseTo(values[4]!, -2);
    expect(melt.rows[0]!.value).toBe('750 g');
    expect(melt.rows.filter((row) => row.isSum).map((row) => row.label)).toEqual(['melt in all']);
    expect(melt.rows.find(({ label }) => label === 'in')!.value).toMatch(/^Bowl A \d\.\d\d kg$/);
    // at 1.4 cent a gram
    const cost = Number(melt.rows.at(-1)!.value.slice(1));
    expect(cost).toBeCloseTo(values[4]! * 0.014, 0);
  });

  test('seeds what is tempered, and nothing else', () => {
    const labels = (isTempered: boolean): readonly string[] => {
      const coatings = workshop.coatings.map((each) => ({ ...each, own: { ...each.own, isTempered } }));
      const [melt] = meltFigures(
        figures,
        { ...workshop, coatings },
        { goodPieces: 48, certainty: 0.95, bowls },
      );
      return melt?.kind === 'told' ? melt.rows.map(({ label }) => label) : [];
    };
    expect(labels(true).some((label) => label.startsWith('of it seed'))).toBe(true);
    expect(labels(false).some((label) => /seed|reserve/.test(label))).toBe(false);
    expect(labels(false)).toContain('melt in all');
  });

  test.each([
    [Number.NaN, 'Pieces: give a whole number in 1..100000.'],
    [0, 'Pieces 0 will not do: a whole number in 1..100000.'],
    [1.5, 'Pieces 1.5 will not do: a whole number in 1..100000.'],
  ])('for %d pieces is refused in words', (goodPieces, text) => {
    expect(asked(goodPieces)).toEqual([{ kind: 'refused', coating: 'Dark 64', text }]);
  });

  test('from a bowl that its tail fills is refused, too', () => {
    const cup = { ...bowls[0]!, capacityGrams: 500 };
    const [melt] = meltFigures(figures, workshop, { goodPieces: 12, certainty: 0.95, bowls: [cup] });
    expect(melt).toMatchObject({
      kind: 'refused',
      text: 'Bowl A holds 500 g, which is too little for its tail of 500 g and a piece.',
    });
  });

  test('tells backwards how many a bowl covers: likely more than surely', () => {
    const held = (amount: number) =>
      heldFigures(figures, workshop, { grams: amount, certainty: 0.95, bowl: bowls[0]! })[0]!;
    const told = held(3200);
    if (told.kind !== 'told') throw new Error('was refused');
    const [tail, likely, sure, good] = told.rows.map(({ value }) =>
      Number.parseInt(value.replace(',', ''), 10),
    );
    // (3,200 - 500) g of 6.246 g each
    expect([tail, likely]).toEqual([500, 432]);
    expect(sure!).toBeLessThan(likely!);
    expect(good!).toBeLessThan(sure!);
    expect(held(400)).toMatchObject({
      kind: 'refused',
      text: '400 g in Bowl A will not do: its tail alone is 500 g.',
    });
  });
});

describe('beside other ways and coatings', () => {
  test('a piece stands with its own marked, a mould last', () => {
    const rows = wayRows(piece, terms);
    expect(rows.filter(({ isOwn }) => isOwn).map(({ name }) => name)).toEqual(['fork, two taps']);
    expect(rows.at(-1)!.name).toBe('in a mould that fits');
    expect(rows[0]!.coat).toBe('6.2 g');
  });

  test('1% more fat makes it thinner', () => {
    const [own, thinned] = coatingRows(piece, 'none', terms);
    expect(own!.isOwn).toBe(true);
    expect(thinned!.name).toBe('Dark 64, 1% more fat stirred in');
    expect(Number.parseFloat(thinned!.coat)).toBeLessThan(Number.parseFloat(own!.coat));
  });

  test('a piece that is cast has neither', () => {
    const form = { kind: 'cluster', coating: 'dark-64', portionGrams: 30, coatingShare: 0.5 } as const;
    expect(wayRows({ ...piece, form }, terms)).toEqual([]);
    expect(coatingRows({ ...piece, form }, 'none', terms)).toEqual([]);
  });
});

describe('the price', () => {
  const figures = pieceFigures(piece, context);
  const euros = (text: string): number => Number(text.replace('€', ''));

  test('adds up from its parts, and leaves a margin', () => {
    const rows = priceRows(figures, workshop);
    const parts = rows.slice(0, 6).map(({ value }) => euros(value));
    const total = euros(rows.find(({ label }) => label === 'costs in all')!.value);
    expect(parts.reduce((all, each) => all + each, 0)).toBeCloseTo(total, 1);
    expect(rows.at(-1)!.value).toMatch(/^€\d\.\d\d, \d+%$/);
    expect(unpricedCoatings(figures, workshop)).toEqual([]);
  });

  test('of a box counts its pieces, itself and its packing', () => {
    const [box] = boxRows(piece, [figures], workshop);
    const one = euros(priceRows(figures, workshop).find(({ label }) => label === 'costs in all')!.value);
    // six pieces, the box 0.60, 40 s of 24 an hour 0.27
    expect(euros(box!.cost)).toBeCloseTo(6 * one + 0.6 + 0.27, 1);
    expect(box!.contents).toBe('6 dusk berry');
  });
});

describe('the course of the weighings', () => {
  const of = { role: 'first', sizeClass: '' } as const;
  const course = (weighings: Weighing[]) =>
    weighingCourse(piece, of, { dippery: context.dippery, weighings })!;

  test('narrows with every one that counts', () => {
    const many = Array.from({ length: 6 }, (_, i) => weighing({ id: `w${i}` }));
    const { band, points } = course(many);
    const widths = band.map(({ low, high }) => high / low);
    expect(widths).toEqual([...widths].sort((a, b) => b - a));
    expect(band).toHaveLength(7);
    expect(points.map(({ index }) => index)).toEqual([0, 1, 2, 3, 4, 5]);
  });

  test('marks what is far off, and leaves out of the learning what is set aside', () => {
    const { points, band } = course([
      weighing(),
      weighing({ id: 'w2' }),
      weighing({ id: 'far', gramsPerPiece: 40 }),
      weighing({ id: 'aside', gramsPerPiece: 40, setAsideReason: 'ladle' }),
    ]);
    expect(points.map(({ isDoubtful }) => isDoubtful)).toEqual([false, false, true, false]);
    expect(points[3]!.isSetAside).toBe(true);
    expect(band[4]!.mean).toBeCloseTo(band[3]!.mean, 12);
  });

  test('brings what was weighed to the piece as it is described today', () => {
    const { points, firstGrams } = course([weighing({ gramsPerPiece: 8, estimateGrams: 4 })]);
    expect(points[0]!.grams).toBeCloseTo(2 * firstGrams, 9);
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

  test('of a rod is across while all is covered, and lengthwise with its dip line when not', () => {
    const shape = { kind: 'rod', diameterMm: 6, lengthMm: 190 } as const;
    expect(sectionOf({ ...dipped, shape, covered: 1 }, 1).heightMm).toBe(6);
    const part = sectionOf({ ...dipped, shape, covered: 2 / 3 }, 1);
    expect(part.heightMm).toBe(190);
    // two thirds of it below the line: 95 - 126.7
    expect(part.dipY).toBeCloseTo(95 - 190 * (2 / 3), 3);
    const sheet = { kind: 'sheet', lengthMm: 55, widthMm: 40, curvature: 1.05 } as const;
    expect(sectionOf({ ...dipped, shape: sheet, covered: 0.5 }, 1)).toMatchObject({ heightMm: 55 });
  });

  test('of a cluster is a mound of its weight', () => {
    const form = { kind: 'cluster', coating: 'dark-64', portionGrams: 30, coatingShare: 0.5 } as const;
    const small = sectionOf({ ...form, portionGrams: 15 }, 0);
    const large = sectionOf(form, 0);
    // twice the mass, 2^(1/3) as wide
    expect(large.widthMm / small.widthMm).toBeCloseTo(2 ** (1 / 3), 9);
    expect(large.centre).not.toContain('NaN');
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
      { kind: 'moulded', coating: 'dark-64', cavityMm2: 4150, wallMm: 2.5, capGrams: 4, centreGrams: 12 },
      2.5,
    );
    const outer = section.widthMm + 5;
    expect((Math.PI * outer ** 2) / 4 + (Math.PI * outer * outer) / 4).toBeCloseTo(4150, 6);
  });
});
