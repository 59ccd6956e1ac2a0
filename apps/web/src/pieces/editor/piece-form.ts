import { FormArray, FormControl, FormGroup } from '@angular/forms';
import type { DipRange, Piece, PieceDraft } from '@alnage/contract';
import {
  BOWL_CELSIUS,
  CAP_GRAMS,
  CAVITY_MM2,
  CENTRE_CELSIUS,
  CENTRE_GRAMS,
  coatingOf,
  COATING_SHARE,
  COVERED,
  coveredShare,
  CURVATURE,
  dipLineMm,
  DRIP_GRAMS,
  DWELL_SECONDS,
  FOOT_GRAMS,
  LENGTH_MM,
  SHAPE_DIMENSIONS,
  sizedToWeight,
  toTenthMm,
  volumeMm3,
  WALL_MM,
  type CentreKind,
  type ClusterForm,
  type DippedForm,
  type Family,
  type MouldedForm,
  type PieceForm,
  type Shape,
  type ShapeKind,
  type Way,
} from '@alnage/core/coating';
import { InputError } from '@alnage/core/input';
import { MINOR } from '@alnage/core/pricing';
import { NumberControl } from '../../shared/forms/number-control';
import { supplyLinesForm, supplyLinesOf } from '../../shared/larder/supply-lines';
import { nameControl, textControl } from '../../shared/forms/text-field';
import { keepingControls, keepingOf } from './keeping-form';
import { madePartsForm, madePartsOf } from './made-parts-form';
import { stageForm, stageOf, type StageForm } from './stage-form';
import { castOf, slabOf, wholeControls, wholeControlsOf } from './whole-form';

export type PieceFormGroup = ReturnType<typeof pieceForm>;

const DIMENSIONS = ['diameterMm', 'lengthMm', 'widthMm', 'heightMm', 'curvature'] as const;
export type Dimension = (typeof DIMENSIONS)[number];

const DENSITY = { min: 0.05, max: 3 };
const DRIZZLE_GRAMS = { min: 0.05, max: 50 };
const BATCH_PIECES = { min: 1, max: 10_000, isInteger: true };

const plain = <T>(value: T) => new FormControl<T>(value, { nonNullable: true });

export function sizeForm(
  id = '',
  name = '',
  { centreGrams, family }: { centreGrams: number | null; family: Family },
) {
  return new FormGroup({
    id: plain(id),
    name: nameControl(name),
    centreGrams: new NumberControl(centreGrams, CENTRE_GRAMS[family]),
  });
}

/** The form of a piece: every family’s fields in one, of which those that do not belong to it are switched off. */
export function pieceForm(piece: PieceDraft) {
  const { form, keeping, costs, family } = piece;
  return new FormGroup({
    name: nameControl(piece.name),
    family: plain(family),
    centreName: textControl(piece.centreName, 80),
    finish: textControl(piece.finish, 80),
    made: plain<PieceForm['kind']>(form.kind),
    coating: plain(coatingOf(form) ?? ''),
    ...dippedControls(firstDipped(form)),
    ...mouldedControls(form.kind === 'moulded' ? form : FIRST_MOULDED),
    ...clusterControls(form.kind === 'cluster' ? form : FIRST_CLUSTER, family),
    ...wholeControls(form),
    ...drizzleControls(piece),
    ...dipRangeControls(piece.dipRange ?? null),
    centreGrams: new NumberControl('centreGrams' in form ? form.centreGrams : 10, CENTRE_GRAMS[family]),
    sizes: new FormArray(piece.sizes.map((size) => sizeForm(size.id, size.name, { ...size, family }))),
    allergens: plain<readonly string[]>(piece.allergens),
    ...keepingControls(keeping),
    maxBatchPieces: new NumberControl(piece.maxBatchPieces, BATCH_PIECES),
    mould: plain(piece.mould ?? ''),
    centreMinorPer100: new NumberControl(costs.centreMinorPer100, MINOR),
    finishMinorPer100: new NumberControl(costs.finishMinorPer100, MINOR),
    packingMinorPer100: new NumberControl(costs.packingMinorPer100, MINOR),
    priceMinor: new NumberControl(costs.priceMinor, MINOR, { isOptional: true }),
    route: new FormArray<StageForm>(piece.route.map(stageForm)),
    recipe: plain(piece.recipe ?? ''),
    madeParts: madePartsForm(piece.madeParts ?? []),
    supplies: supplyLinesForm(piece.supplies),
  });
}

const FIRST_MOULDED: Pick<MouldedForm, 'cavityMm2' | 'wallMm' | 'capGrams' | 'capCoating'> = {
  cavityMm2: 2100,
  wallMm: 2,
  capGrams: 2,
};
const FIRST_CLUSTER: Pick<ClusterForm, 'portionGrams' | 'coatingShare'> = {
  portionGrams: 30,
  coatingShare: 0.5,
};

function mouldedControls({ cavityMm2, wallMm, capGrams, capCoating }: typeof FIRST_MOULDED) {
  return {
    /** What it is capped with, where that is a coat of its own; empty: with its shell. */
    capCoating: plain(capCoating ?? ''),
    cavityMm2: new NumberControl(cavityMm2, CAVITY_MM2),
    wallMm: new NumberControl(wallMm, WALL_MM),
    capGrams: new NumberControl(capGrams, CAP_GRAMS),
  };
}

function clusterControls({ portionGrams, coatingShare }: typeof FIRST_CLUSTER, family: Family) {
  return {
    portionGrams: new NumberControl(portionGrams, CENTRE_GRAMS[family]),
    coatingShare: new NumberControl(coatingShare, COATING_SHARE),
  };
}

function drizzleControls({ drizzle, form }: PieceDraft) {
  return {
    hasDrizzle: plain(drizzle !== null),
    drizzleCoating: plain(drizzle?.coating ?? coatingOf(form) ?? ''),
    drizzleGrams: new NumberControl(drizzle?.grams ?? 0.5, DRIZZLE_GRAMS),
  };
}

/** Where a piece is dipped that asks for less than its coating takes; to begin with what chips are dipped in. */
function dipRangeControls(range: DipRange | null) {
  return {
    hasDipRange: plain(range !== null),
    dipLowCelsius: new NumberControl(range?.lowCelsius ?? 28, BOWL_CELSIUS),
    dipHighCelsius: new NumberControl(range?.highCelsius ?? 30, BOWL_CELSIUS),
  };
}

const FIRST_DIPPED: Omit<DippedForm, 'kind' | 'coating'> = {
  shape: { kind: 'sphere', diameterMm: 25 },
  centre: 'dry',
  centreGrams: 9,
  centreCelsius: 20,
  covered: 1,
  way: 'fork',
  bowlCelsius: 31.5,
  dwellSeconds: 2,
  coats: 1,
  footGrams: 0.5,
  dripGrams: 0,
};

/** A dipped form to begin with; what stays bare has its centre in common with it. */
function firstDipped(form: PieceForm): Omit<DippedForm, 'kind' | 'coating'> {
  if (form.kind === 'dipped') return form;
  if (form.kind !== 'bare') return FIRST_DIPPED;
  return { ...FIRST_DIPPED, shape: form.shape, centreGrams: form.centreGrams };
}

function dippedControls(form: Omit<DippedForm, 'kind' | 'coating'>) {
  const sizes = form.shape as unknown as Partial<Record<Dimension, number>>;
  const density = (form.centreGrams / volumeMm3(form.shape)) * 1000;
  return {
    /** Whether the size is typed, or follows from the centre's mass. */
    sizeBy: plain<'dimensions' | 'weight'>('dimensions'),
    shape: plain<ShapeKind>(form.shape.kind),
    diameterMm: new NumberControl(sizes.diameterMm ?? 25, LENGTH_MM),
    lengthMm: new NumberControl(sizes.lengthMm ?? 40, LENGTH_MM),
    widthMm: new NumberControl(sizes.widthMm ?? 25, LENGTH_MM),
    heightMm: new NumberControl(sizes.heightMm ?? 15, LENGTH_MM),
    curvature: new NumberControl(sizes.curvature ?? 1.05, CURVATURE),
    density: new NumberControl(Math.round(density * 100) / 100, DENSITY),
    centre: plain<CentreKind>(form.centre),
    centreCelsius: new NumberControl(form.centreCelsius, CENTRE_CELSIUS),
    coverBy: plain<'share' | 'line'>('share'),
    covered: new NumberControl(form.covered, COVERED),
    dipMm: new NumberControl(Math.round(dipLineMm(form.shape, form.covered) * 10) / 10, LENGTH_MM),
    way: plain<Way>(form.way),
    bowlCelsius: new NumberControl(form.bowlCelsius, BOWL_CELSIUS),
    dwellSeconds: new NumberControl(form.dwellSeconds, DWELL_SECONDS),
    coats: plain<'1' | '2'>(form.coats === 2 ? '2' : '1'),
    footGrams: new NumberControl(form.footGrams, FOOT_GRAMS),
    dripGrams: new NumberControl(form.dripGrams, DRIP_GRAMS),
  };
}

/** Switches on what belongs to the piece as it is described, and off what does not. */
export function fitControls({ controls: c }: PieceFormGroup): void {
  const made = c.made.value;
  fitDipped(c, made);
  for (const control of [c.cavityMm2, c.wallMm, c.capGrams]) toggle(control, made === 'moulded');
  for (const control of [c.portionGrams, c.coatingShare]) toggle(control, made === 'cluster');
  const whole = wholeControlsOf(c);
  for (const kind of ['cast', 'slab'] as const)
    for (const control of whole[kind]) toggle(control, made === kind);
  toggle(c.centreGrams, made === 'dipped' || made === 'moulded' || made === 'bare');
  toggle(c.drizzleGrams, c.hasDrizzle.value);
  for (const control of [c.dipLowCelsius, c.dipHighCelsius]) toggle(control, c.hasDipRange.value);
  fitRests(c);
  toggle(c.postMostCelsius, c.byPost.value === 'up-to');
  const bound = CENTRE_GRAMS[c.family.value];
  const masses = [
    c.centreGrams,
    c.portionGrams,
    ...c.sizes.controls.map((size) => size.controls.centreGrams),
  ];
  for (const control of masses) if (control.bound !== bound) control.setBound(bound);
}

/** How long trays lie somewhere first is asked where they do. */
function fitRests({ route }: Controls): void {
  for (const { controls } of route.controls) toggle(controls.firstMinutes, controls.firstZone.value !== '');
}

function fitDipped(c: Controls, made: PieceForm['kind']): void {
  const isDipped = made === 'dipped';
  const hasShape = isDipped || made === 'bare';
  const isMeasured = hasShape && c.sizeBy.value === 'dimensions';
  const isByLine = c.coverBy.value === 'line';
  const dimensions: readonly string[] = SHAPE_DIMENSIONS[c.shape.value];
  for (const name of DIMENSIONS) toggle(c[name], isMeasured && dimensions.includes(name));
  toggle(c.density, hasShape && !isMeasured);
  toggle(c.covered, isDipped && !isByLine);
  toggle(c.dipMm, isDipped && isByLine);
  for (const control of [c.centreCelsius, c.bowlCelsius, c.dwellSeconds, c.footGrams, c.dripGrams])
    toggle(control, isDipped);
}

function toggle(control: NumberControl, isOn: boolean): void {
  if (isOn === control.enabled) return;
  if (isOn) control.enable();
  else control.disable();
}

/** What the form says, as the API takes it. */
export function pieceDraftOf(form: PieceFormGroup): PieceDraft {
  const c = form.controls;
  return {
    name: c.name.value.trim(),
    family: c.family.value,
    centreName: c.centreName.value.trim(),
    finish: c.finish.value.trim(),
    form: formOf(c),
    drizzle: c.hasDrizzle.value ? { coating: c.drizzleCoating.value, grams: c.drizzleGrams.number } : null,
    dipRange:
      c.hasDipRange.value && c.made.value !== 'bare'
        ? { lowCelsius: c.dipLowCelsius.number, highCelsius: c.dipHighCelsius.number }
        : null,
    sizes: sizesOf(c),
    allergens: [...c.allergens.value] as PieceDraft['allergens'],
    keeping: keepingOf(c),
    maxBatchPieces: c.maxBatchPieces.number,
    mould: CAST_KINDS.includes(c.made.value) ? c.mould.value || null : null,
    route: c.route.controls.map(stageOf),
    costs: {
      centreMinorPer100: c.centreMinorPer100.number,
      finishMinorPer100: c.finishMinorPer100.number,
      packingMinorPer100: c.packingMinorPer100.number,
      priceMinor: c.priceMinor.value,
    },
    recipe: c.recipe.value || null,
    madeParts: madePartsOf(c.madeParts),
    supplies: supplyLinesOf(c.supplies),
  };
}

type Controls = PieceFormGroup['controls'];

/** What is made in moulds that may be counted. */
const CAST_KINDS: readonly PieceForm['kind'][] = ['moulded', 'cast'];

function formOf(c: Controls): PieceForm {
  const coating = c.coating.value;
  const centreGrams = c.centreGrams.number;
  switch (c.made.value) {
    case 'moulded':
      return {
        kind: 'moulded',
        coating,
        centreGrams,
        cavityMm2: c.cavityMm2.number,
        wallMm: c.wallMm.number,
        capGrams: c.capGrams.number,
        ...(c.capCoating.value && { capCoating: c.capCoating.value }),
      };
    case 'cluster':
      return {
        kind: 'cluster',
        coating,
        portionGrams: c.portionGrams.number,
        coatingShare: c.coatingShare.number,
      };
    case 'cast':
      return castOf(c, coating);
    case 'slab':
      return slabOf(c, coating);
    case 'bare':
      return { kind: 'bare', shape: shapeOf(c), centreGrams };
    case 'dipped': {
      const shape = shapeOf(c);
      return {
        kind: 'dipped',
        coating,
        shape,
        centre: c.centre.value,
        centreGrams,
        centreCelsius: c.centreCelsius.number,
        covered: c.coverBy.value === 'line' ? shareBelow(shape, c.dipMm.number) : c.covered.number,
        way: c.way.value,
        bowlCelsius: c.bowlCelsius.number,
        dwellSeconds: c.dwellSeconds.number,
        coats: c.coats.value === '2' ? 2 : 1,
        footGrams: c.footGrams.number,
        dripGrams: c.dripGrams.number,
      };
    }
  }
}

/** The shape as typed, or grown to the centre's mass from its proportions; as it stands while the mass is no mass. */
export function shapeOf(c: Controls): Shape {
  const kind = c.shape.value;
  const shape = {
    kind,
    ...Object.fromEntries(SHAPE_DIMENSIONS[kind].map((name) => [name, c[name as Dimension].number])),
  } as Shape;
  if (c.sizeBy.value === 'dimensions') return shape;
  try {
    return toTenthMm(sizedToWeight(shape, c.centreGrams.number, c.density.number));
  } catch (error) {
    if (error instanceof InputError) return shape;
    throw error;
  }
}

function shareBelow(shape: Shape, dipMm: number): number {
  try {
    return coveredShare(shape, dipMm);
  } catch (error) {
    if (error instanceof InputError) return NaN;
    throw error;
  }
}

/** Sizes with an id each; a new one takes it from its name. */
function sizesOf(c: Controls): PieceDraft['sizes'] {
  return c.sizes.controls.map(({ controls: size }) => ({
    id: size.id.value || size.name.value.trim().toLowerCase().replace(/\s+/g, '-'),
    name: size.name.value.trim(),
    centreGrams: size.centreGrams.number,
  }));
}

/** A kept piece as the draft that its form starts from. */
export function draftOfPiece({ id: _id, version: _version, ...draft }: Piece): PieceDraft {
  return draft;
}
