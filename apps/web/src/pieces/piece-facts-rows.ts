import type { Workshop } from '@alnage/contract';
import { InputError } from '@alnage/core/input';
import { factsIn, isCentreUnknown, pieceFacts, type LarderBook, type PieceFacts } from '@alnage/core/larder';
import { FACT_PARTS, type FactPart } from '@alnage/core/recipes';
import { gramsFromOunces } from '@alnage/core/units';
import { count, listed, partMassParts, pieceMass } from '../shared/formats/formats';
import { kitchenBook } from '../shared/larder/kitchen-book';
import { units } from '../shared/units/units';
import type { PieceFigures } from './piece-figures';

/** One line of what a piece is made of. */
export interface FactRow {
  readonly label: string;
  readonly perPiece: string;
  readonly perMass: string;
  /** Whether it is a part of the line above. */
  readonly isPart: boolean;
}

/** What one piece is made of, in words; or why it cannot be told. */
export type FactsTold =
  | {
      readonly kind: 'told';
      /** What all is told of beside the piece: 100 g, or an ounce. */
      readonly perMass: string;
      readonly ingredients: readonly { readonly name: string; readonly grams: string }[];
      readonly rows: readonly FactRow[];
      /** Why there are no figures; '' where there are. */
      readonly missing: string;
    }
  | { readonly kind: 'refused'; readonly text: string };

const PART_WORDS: Readonly<Record<FactPart, string>> = {
  fat: 'Fat',
  carbohydrate: 'Carbohydrate, without fibre',
  sugars: 'of which sugars',
  polyols: 'of which sugar alcohols',
  fibre: 'Fibre',
  protein: 'Protein',
  salt: 'Salt',
  alcohol: 'Alcohol',
};
const PARTS_OF_CARBOHYDRATE: ReadonlySet<FactPart> = new Set(['sugars', 'polyols']);
/** These are told even where there are none. */
const ALWAYS_TOLD: ReadonlySet<FactPart> = new Set(['fat', 'carbohydrate', 'sugars', 'protein', 'salt']);
const METRIC_GRAMS = 100;
/** Less than this of something is told a digit finer. */
const FINE_BELOW_GRAMS = 1;

/** What one piece is made of, by what its centre and its coatings are. */
export function factsTold(figures: PieceFigures, book: LarderBook, workshop: Workshop): FactsTold {
  try {
    const facts = pieceFacts(figures.piece, figures.coat.portions, kitchenBook(book, workshop.coatings));
    const centre = isCentreUnknown(figures.piece, book.supplies) ? [figures.piece.centreName] : [];
    const unknown = [...centre, ...facts.unknown];
    const isMetric = units().mass === 'g';
    return {
      ...{ kind: 'told', perMass: isMetric ? '100 g' : 'An ounce' },
      ingredients: facts.ingredients.map(({ name, grams }) => ({
        name,
        grams: grams < FINE_BELOW_GRAMS ? partMass(grams) : pieceMass(grams),
      })),
      rows: unknown.length > 0 ? [] : rowsOf(facts, isMetric ? METRIC_GRAMS : gramsFromOunces(1)),
      missing: missingText(unknown),
    };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { kind: 'refused', text: 'Something that it is made of cannot be weighed; its recipe says what.' };
  }
}

function missingText(unknown: readonly string[]): string {
  return unknown.length === 0
    ? ''
    : `What ${listed(unknown)} ${unknown.length === 1 ? 'is' : 'are'} made of is not known, so there is no sum.`;
}

function rowsOf({ parts, energy, grams }: PieceFacts, perGrams: number): FactRow[] {
  if (parts === null || energy === null || grams <= 0) return [];
  const per = factsIn(perGrams, { grams, parts });
  return [
    {
      ...{ label: 'Energy', perPiece: energyText(energy), perMass: energyText(per.energy) },
      isPart: false,
    },
    ...FACT_PARTS.filter((part) => parts[part] > 0 || ALWAYS_TOLD.has(part)).map((part) => ({
      label: PART_WORDS[part],
      perPiece: partMass(parts[part]),
      perMass: pieceMass(per.parts[part]),
      isPart: PARTS_OF_CARBOHYDRATE.has(part),
    })),
  ];
}

function partMass(grams: number): string {
  const { value, unit } = partMassParts(grams);
  return `${value} ${unit}`;
}

function energyText({ kilojoules, kilocalories }: NonNullable<PieceFacts['energy']>): string {
  return `${count(kilojoules)} kJ · ${count(kilocalories)} kcal`;
}
