import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { feelRoleOf } from './feel-role';
import { learnPart } from './learned-parts';
import { recipesOf } from './piece-uses';
import { supply } from './testing/small-book';

describe('a part of a piece', () => {
  test('is learned from what was left of it', () => {
    const learned = learnPart(1.5, [{ pieces: 100, grams: 180, seasonsBack: 0 }])!;
    expect(learned).toMatchObject({ grams: expect.closeTo(1.7674, 3), weighings: 1 });
    expect(learned.low90).toBeLessThan(learned.grams);
    expect(learnPart(1.5, [])).toBeNull();
    // 900 g on one piece is none of it
    expect(learnPart(1.5, [{ pieces: 1, grams: 900, seasonsBack: 0 }])).toBeNull();
    expect(() => learnPart(0, [{ pieces: 1, grams: 2, seasonsBack: 0 }])).toThrow('/grams');
  });

  test('lies between what is written and what was used, surer with each, and by old ones less', () => {
    const grams = fc.double({ min: 0.2, max: 20, noNaN: true });
    fc.assert(
      fc.property(grams, grams, fc.integer({ min: 1, max: 5 }), (written, used, times) => {
        const uses = Array.from({ length: times }, () => ({ pieces: 10, grams: 10 * used, seasonsBack: 0 }));
        const learned = learnPart(written, uses)!;
        const [low, high] = [Math.min(written, used), Math.max(written, used)];
        expect(learned.grams).toBeGreaterThanOrEqual(low - 1e-9);
        expect(learned.grams).toBeLessThanOrEqual(high + 1e-9);
        const old = learnPart(
          written,
          uses.map((use) => ({ ...use, seasonsBack: 2 })),
        )!;
        expect(old.high90 / old.low90).toBeGreaterThan(learned.high90 / learned.low90);
      }),
    );
  });

  test('is as learned where the book tells of this piece and this recipe, else as written', () => {
    const piece = {
      id: 'cup',
      recipe: 'centre',
      madeParts: [{ recipe: 'brittle', grams: 1.5, stage: 'top' }],
    };
    const known = { recipe: 'brittle', grams: 1.77, low90: 1.5, high90: 2, weighings: 1 };
    const of = (own: string) => recipesOf(piece, { learnedParts: [{ ...known, piece: own }] });
    expect(of('cup').map(({ grams }) => grams)).toEqual([null, 1.77]);
    expect(of('round').map(({ grams }) => grams)).toEqual([null, 1.5]);
    expect(recipesOf(piece)[1]).toMatchObject({ grams: 1.5, stage: 'top' });
  });
});

test('what goes in by feel stiffens or softens a dough, or neither', () => {
  const role = (id: string, kind: Parameters<typeof feelRoleOf>[0]['kind']) =>
    feelRoleOf(supply(id, { kind }));
  expect(role('icing-sugar', 'sugar')).toBe('sugar');
  expect(role('honey', 'sugar')).toBe('softens');
  expect(role('butter', 'dairy')).toBe('softens');
  expect(role('crumb', 'dry')).toBe('crumb');
  expect(role('salt', 'flavour')).toBeNull();
  expect(role('hazelnut', 'nuts')).toBeNull();
});
