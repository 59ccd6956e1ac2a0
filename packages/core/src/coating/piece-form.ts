import type { CastWhole, Clustering, Dipping, Moulding, Slab } from './coat';
import { castCoat, slabCoat } from './coat';
import type { Shape } from './shape';
import type { Way } from './way';

/** A piece that is dipped, as its form decides what it carries. */
export interface DippedForm extends Omit<
  Dipping,
  'centreGrams' | 'yieldPa' | 'windowLowCelsius' | 'filmFactor'
> {
  readonly kind: 'dipped';
  readonly centreGrams: number;
  readonly coating: string;
  readonly way: Way;
}

/** A piece made in a mould or cup: a shell with a filling and a cap. */
export interface MouldedForm extends Moulding {
  readonly kind: 'moulded';
  readonly coating: string;
  /** What it is capped with, where that is a coat of its own, out of a melt of its own; null or absent: capped with its shell. */
  readonly capCoating?: string | null;
  readonly centreGrams: number;
}

/** Inclusions bound by coating; the centre's mass is what of the portion is no coating. */
export interface ClusterForm extends Clustering {
  readonly kind: 'cluster';
  readonly coating: string;
}

/** Coating spooned into a cavity whole, such as a round or a bar, or two halves of it joined. */
export interface CastForm extends CastWhole {
  readonly kind: 'cast';
  readonly coating: string;
}

/** A piece broken or cut from a slab that was poured, or coated whole. */
export interface SlabForm extends Slab {
  readonly kind: 'slab';
  readonly coating: string;
  /** Of what is strewn on it, or lies between its layers, on one piece. */
  readonly centreGrams: number;
}

/** A piece that no coating goes on: rolled, dusted, or bare. */
export interface BareForm {
  readonly kind: 'bare';
  readonly shape: Shape;
  readonly centreGrams: number;
}

/** A piece that coating goes on. */
export type CoatedForm = DippedForm | MouldedForm | ClusterForm | CastForm | SlabForm;
export type PieceForm = CoatedForm | BareForm;

/** Lines drawn over the coat in another coating, by mass. */
export interface Drizzle {
  readonly coating: string;
  readonly grams: number;
}

/** What of a piece is put on out of a bowl. */
export interface CoatsOfPiece {
  readonly form: PieceForm;
  readonly drizzle: Drizzle | null;
}

/** Which of a piece's coats a stage puts on, or a weighing weighs. */
export const COAT_ROLES = ['first', 'second', 'shell', 'cap', 'mix', 'cast', 'poured', 'drizzle'] as const;
export type CoatRole = (typeof COAT_ROLES)[number];

/** What the coat that a form puts on first is called. */
export const FIRST_ROLE: Readonly<Record<CoatedForm['kind'], CoatRole>> = {
  dipped: 'first',
  moulded: 'shell',
  cluster: 'mix',
  cast: 'cast',
  slab: 'poured',
};

/** The coating that a form begins with; null where none goes on it. */
export function coatingOf(form: PieceForm): string | null {
  return form.kind === 'bare' ? null : form.coating;
}

/** The cap of a moulded piece, where it is a coat of its own. */
export function capOf(
  form: PieceForm,
): { readonly role: 'cap'; readonly coating: string; readonly estimateGrams: number } | null {
  if (form.kind !== 'moulded' || !form.capCoating || form.capGrams === 0) return null;
  return { role: 'cap', coating: form.capCoating, estimateGrams: form.capGrams };
}

/** What of a form names coatings. */
export interface FormCoatings {
  readonly kind?: string;
  readonly coating?: string;
  readonly capCoating?: string | null;
}

/** The coatings on a piece, each once, in the order in which they are put on. */
export function coatingsOn({
  form,
  drizzle,
}: {
  readonly form: FormCoatings;
  readonly drizzle: Drizzle | null;
}): string[] {
  const all = [form.coating, form.capCoating, drizzle?.coating];
  return [...new Set(all.filter((each) => typeof each === 'string'))];
}

/** The coats that a piece has, by its form and drizzle alone; none for one that stays bare. */
export function coatRoles({ form, drizzle }: CoatsOfPiece): CoatRole[] {
  const hasSecond = form.kind === 'dipped' && form.coats === 2;
  return [
    ...(form.kind === 'bare' ? [] : [FIRST_ROLE[form.kind]]),
    ...(hasSecond ? ['second' as const] : []),
    ...(capOf(form) ? ['cap' as const] : []),
    ...(drizzle ? ['drizzle' as const] : []),
  ];
}

/** Mass of a piece's centre in g: what it is dipped on, filled or strewn with, or binds. */
export function centreGramsOf(form: PieceForm): number {
  switch (form.kind) {
    case 'cluster':
      return form.portionGrams * (1 - form.coatingShare);
    case 'cast':
      return form.inclusionGrams;
    default:
      return form.centreGrams;
  }
}

/**
 * The mass in g that a family judges a piece by: its centre's, or the whole of what has none before its coating.
 * @throws InputError for a value out of range
 */
export function sizeGramsOf(form: PieceForm): { readonly grams: number; readonly pointer: string } {
  switch (form.kind) {
    case 'cluster':
      return { grams: form.portionGrams, pointer: '/form/portionGrams' };
    case 'cast':
      return { grams: form.inclusionGrams + castCoat(form).estimateGrams, pointer: '/form/cavityMl' };
    case 'slab':
      return { grams: form.centreGrams + slabCoat(form).estimateGrams, pointer: '/form/pieces' };
    default:
      return { grams: form.centreGrams, pointer: '/form/centreGrams' };
  }
}
