import type { Piece } from '@alnage/contract';
import type { CastForm, ClusterForm, CoatRole, SlabForm } from '@alnage/core/coating';
import { castCoat, mixGrams, slabCoat } from '@alnage/core/coating';
import { counted, length, mass, pieceMass } from '../formats/formats';
import type { GuideTold } from './mould-words';

/** A piece that coating is mixed into, spooned for, or poured for; none of them is dipped. */
export type WholeForm = ClusterForm | CastForm | SlabForm;

const WHOLE_ROLES: Readonly<Record<WholeForm['kind'], CoatRole>> = {
  cluster: 'mix',
  cast: 'cast',
  slab: 'poured',
};

/** The form of a piece that is mixed, spooned or poured in this stage of its route; null for any other. */
export function wholeFormOf({ form, route }: Pick<Piece, 'form' | 'route'>, stage: string): WholeForm | null {
  if (form.kind === 'dipped' || form.kind === 'moulded' || form.kind === 'bare') return null;
  const coat = route.find(({ id }) => id === stage)?.coat;
  return coat === WHOLE_ROLES[form.kind] ? form : null;
}

/** How so many pieces are mixed, spooned or poured; `cool` is what a range of its own says first, '' where it has none. */
export function wholeWords(form: WholeForm, pieces: number, cool: string): GuideTold {
  const first = cool ? [cool] : [];
  switch (form.kind) {
    case 'cluster':
      return clusterWords(form, pieces, first);
    case 'cast':
      return castWords(form, first);
    case 'slab':
      return slabWords(form, pieces, first);
  }
}

function clusterWords(form: ClusterForm, pieces: number, first: readonly string[]): GuideTold {
  const { coating, bits } = mixGrams(form, pieces);
  return {
    steps: [
      ...first,
      `For ${counted(pieces, 'piece')}: ${mass(coating)} of coating and ${mass(bits)} of bits. Weigh both.`,
      'Fold the bits in until none shows bare; soft ones last.',
      `Level scoops of ${pieceMass(form.portionGrams)}; weigh the first five.`,
    ],
    danger:
      'In a warm mix soft bits melt and the portions run flat; in a cool one they stand apart and the bowl sets.',
    waitSeconds: null,
  };
}

function castWords(form: CastForm, first: readonly string[]): GuideTold {
  const each = pieceMass(castCoat(form).estimateGrams / form.halves);
  const bits = form.inclusionGrams > 0 ? [`Press ${pieceMass(form.inclusionGrams)} in, and cover them.`] : [];
  const joined =
    form.halves === 2
      ? ['Once both halves are free, warm their faces for a second on a warm tray, and press them together.']
      : [];
  return {
    steps: [
      ...first,
      `Spoon ${each} into each cavity, half of it first; tap until no bubble rises.`,
      ...bits,
      'Scrape level, and cool until it shrinks free of the mould.',
      ...joined,
    ],
    danger: 'Not tapped, it has holes; pulled too early it is dull and sticks.',
    waitSeconds: null,
  };
}

function slabWords(form: SlabForm, pieces: number, first: readonly string[]): GuideTold {
  const slabs = Math.ceil(pieces / form.pieces);
  const layer = (slabCoat(form).estimateGrams * form.pieces) / form.layers;
  const strewn = form.centreGrams * form.pieces;
  const size = `${length(form.lengthMm)} by ${length(form.widthMm)}`;
  const poured = [
    `${counted(slabs, 'slab')} of ${size} on paper: pour ${mass(layer)} on each, ${length(form.layerMm)} thick, spread to the edge.`,
    ...(strewn > 0 ? [`Strew ${mass(strewn)} on each while it is wet, and press it on.`] : []),
    `Once it is set, break each into ${counted(form.pieces, 'piece')}; the crumbs go into the next.`,
  ];
  const enclosed = [
    `${counted(slabs, 'slab')} of ${size}: spread ${mass(layer)} below each, let it set, turn it over, and ${mass(layer)} above.`,
    `Cut each into ${counted(form.pieces, 'piece')} before it is hard: a set coat splinters.`,
  ];
  return {
    steps: [...first, ...(form.layers === 2 ? enclosed : poured)],
    danger: 'Poured too cool it stays thick in the middle; too warm, it blooms where it lies thick.',
    waitSeconds: null,
  };
}
