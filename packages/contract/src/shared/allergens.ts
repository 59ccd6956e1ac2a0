import { Type, type Static } from 'typebox';

/** Allergen codes, the same everywhere. */
export const ALLERGENS = [
  'milk',
  'egg',
  'gluten',
  'peanut',
  'nuts',
  'soya',
  'sesame',
  'coconut',
  'sulphites',
  'lupin',
  'celery',
  'mustard',
  'fish',
  'crustaceans',
  'molluscs',
] as const;

export const Allergen = Type.Enum([...ALLERGENS]);
export type Allergen = Static<typeof Allergen>;
export const Allergens = Type.Array(Allergen, { maxItems: ALLERGENS.length, uniqueItems: true });
