import type { PieceForm } from './piece-form';
import { sizedToWeight, volumeMm3 } from './size-from-weight';

/** A size in which a centre is bought or sorted, such as berries small, medium, large. */
export interface SizeClass {
  readonly id: string;
  readonly name: string;
  readonly centreGrams: number;
}

/**
 * The form of a piece in a size class: its shape grown to the class's mass at the density of the form, everything
 * else as it is. A form that is not dipped has no sizes and stays.
 * @throws InputError for a mass that gives a dimension out of range
 */
export function formOfSize(form: PieceForm, size: SizeClass | undefined): PieceForm {
  if (form.kind !== 'dipped' || !size) return form;
  const shape = sizedToWeight(form.shape, size.centreGrams, densityOf(form));
  return { ...form, shape, centreGrams: size.centreGrams };
}

function densityOf(form: Extract<PieceForm, { kind: 'dipped' }>): number {
  return (form.centreGrams / volumeMm3(form.shape)) * 1000;
}

/** The size class in which a piece is described: the one of its own centre's mass; '' where there is none. */
export function sizeClassOf(form: PieceForm, sizes: readonly SizeClass[]): string {
  if (form.kind !== 'dipped') return '';
  return sizes.find(({ centreGrams }) => centreGrams === form.centreGrams)?.id ?? '';
}
