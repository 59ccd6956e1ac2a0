import { FormControl } from '@angular/forms';
import {
  CAST_ML,
  INCLUSION_GRAMS,
  LAYER_MM,
  SLAB_PIECES,
  SLAB_SIDE_MM,
  type CastForm,
  type PieceForm,
  type SlabForm,
} from '@alnage/core/coating';
import { NumberControl } from '../../shared/forms/number-control';

const FIRST_CAST: Omit<CastForm, 'kind' | 'coating'> = { cavityMl: 12, halves: 1, inclusionGrams: 0 };
const FIRST_SLAB: Omit<SlabForm, 'kind' | 'coating'> = {
  ...{ lengthMm: 300, widthMm: 200, layerMm: 5, layers: 1, pieces: 24, centreGrams: 0 },
};
/** What is strewn on a piece of a slab; nothing at least. */
const STREWN_GRAMS = { min: 0, max: 500 };

type WholeControls = ReturnType<typeof wholeControls>;

const once = (value: 1 | 2) => new FormControl<'1' | '2'>(value === 2 ? '2' : '1', { nonNullable: true });
const onceOf = (control: FormControl<'1' | '2'>): 1 | 2 => (control.value === '2' ? 2 : 1);

/** What is cast whole, or broken from a slab. */
export function wholeControls(form: PieceForm) {
  const cast = form.kind === 'cast' ? form : FIRST_CAST;
  const slab = form.kind === 'slab' ? form : FIRST_SLAB;
  return {
    cavityMl: new NumberControl(cast.cavityMl, CAST_ML),
    halves: once(cast.halves),
    inclusionGrams: new NumberControl(cast.inclusionGrams, INCLUSION_GRAMS),
    slabLengthMm: new NumberControl(slab.lengthMm, SLAB_SIDE_MM),
    slabWidthMm: new NumberControl(slab.widthMm, SLAB_SIDE_MM),
    layerMm: new NumberControl(slab.layerMm, LAYER_MM),
    layers: once(slab.layers),
    slabPieces: new NumberControl(slab.pieces, SLAB_PIECES),
    strewnGrams: new NumberControl(slab.centreGrams, STREWN_GRAMS),
  };
}

/** Which of them belong to a piece that is made so. */
export function wholeControlsOf(c: WholeControls): Record<'cast' | 'slab', readonly NumberControl[]> {
  return {
    cast: [c.cavityMl, c.inclusionGrams],
    slab: [c.slabLengthMm, c.slabWidthMm, c.layerMm, c.slabPieces, c.strewnGrams],
  };
}

export function castOf(c: WholeControls, coating: string): CastForm {
  return {
    ...{ kind: 'cast', coating, cavityMl: c.cavityMl.number },
    ...{ halves: onceOf(c.halves), inclusionGrams: c.inclusionGrams.number },
  };
}

export function slabOf(c: WholeControls, coating: string): SlabForm {
  return {
    ...{ kind: 'slab', coating, lengthMm: c.slabLengthMm.number, widthMm: c.slabWidthMm.number },
    ...{ layerMm: c.layerMm.number, layers: onceOf(c.layers) },
    ...{ pieces: c.slabPieces.number, centreGrams: c.strewnGrams.number },
  };
}
