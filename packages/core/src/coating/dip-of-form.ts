import type { Dip } from './crust';
import type { PieceForm } from './piece-form';
import { surfaceMm2 } from './shape';

/** How a piece of a form goes into a bowl; null for what is not dipped. Source: geometry, covered share of the surface. */
export function dipOfForm(form: PieceForm, bowlCelsius: number): Dip | null {
  if (form.kind !== 'dipped') return null;
  const { centre, centreCelsius, dwellSeconds, centreGrams, shape, covered } = form;
  return {
    ...{ centre, centreCelsius, dwellSeconds, centreGrams, bowlCelsius },
    coveredMm2: surfaceMm2(shape) * covered,
  };
}
