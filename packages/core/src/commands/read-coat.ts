import type { Bound } from '../input/bounds';
import { InputError } from '../input/input-error';
import { RecordReader } from '../input/record-reader';
import {
  CAP_GRAMS,
  CAVITY_MM2,
  COATING_SHARE,
  COVERED,
  DRIP_GRAMS,
  FOOT_GRAMS,
  PORTION_GRAMS,
  WALL_MM,
  clusterCoat,
  dippedCoat,
  mouldedCoat,
  type Clustering,
  type CoatEstimate,
  type Dipping,
} from '../coating/coat';
import { COATING_KINDS, WORKING_WINDOW_CELSIUS, YIELD_PASCAL } from '../coating/coating-kind';
import { CENTRE_CELSIUS, CENTRE_KINDS, DWELL_SECONDS } from '../coating/crust';
import { BOWL_CELSIUS, YIELD_PA } from '../coating/film';
import { BOWL_GRAMS, RUN_PIECES, type Weighing } from '../coating/learning';
import { sizedToWeight } from '../coating/size-from-weight';
import { FAMILIES, FAMILY_STARTS, requireCentreGrams } from '../coating/family';
import { WAYS, WAY_FACTOR } from '../coating/way';
import { readShape } from './read-shape';

const DIPPED_FIELDS = [
  'shape',
  'centre',
  'covered',
  'coating',
  'way',
  'bowlC',
  'centreC',
  'dwellS',
  'coats',
  'footG',
  'dripG',
  'centreG',
  'family',
  'runs',
] as const;
const MOULDED_FIELDS = ['shape', 'wallMm', 'capG', 'runs'] as const;
const CLUSTER_FIELDS = ['portionG', 'coatingShare', 'runs'] as const;
const COATS: Bound = { min: 1, max: 2, isInteger: true };

/** The `coat` command's input, read and computed as far as the estimate. @throws InputError */
export function readCoat(json: unknown): { estimate: CoatEstimate; weighings: Weighing[] } {
  const input = new RecordReader(json);
  const estimate = readEstimate(input);
  return { estimate, weighings: input.has('runs') ? input.records('runs').map(readRun) : [] };
}

function readEstimate(input: RecordReader): CoatEstimate {
  if (input.has('portionG')) return clusterCoat(readCluster(input.allowOnly(CLUSTER_FIELDS)));
  const isCavity = input.has('shape') && input.child('shape').raw('kind') === 'cavity';
  input.allowOnly(isCavity ? MOULDED_FIELDS : DIPPED_FIELDS);
  return isCavity ? readMoulded(input, input.child('shape')) : dippedCoat(readDipping(input));
}

function readCluster(input: RecordReader): Clustering {
  return {
    portionGrams: input.number('portionG', PORTION_GRAMS),
    coatingShare: input.number('coatingShare', COATING_SHARE),
  };
}

function readMoulded(input: RecordReader, shape: RecordReader): CoatEstimate {
  shape.allowOnly(['kind', 'areaMm2']);
  return mouldedCoat({
    cavityMm2: shape.number('areaMm2', CAVITY_MM2),
    wallMm: input.number('wallMm', WALL_MM),
    capGrams: input.number('capG', CAP_GRAMS),
  });
}

function readDipping(input: RecordReader): Dipping {
  return {
    ...readCentre(input),
    centre: input.oneOf('centre', CENTRE_KINDS),
    covered: input.number('covered', COVERED),
    ...readCoating(input),
    filmFactor: WAY_FACTOR[input.oneOf('way', WAYS)],
    bowlCelsius: input.number('bowlC', BOWL_CELSIUS),
    centreCelsius: input.number('centreC', CENTRE_CELSIUS),
    dwellSeconds: input.number('dwellS', DWELL_SECONDS),
    coats: input.number('coats', COATS) as 1 | 2,
    footGrams: input.number('footG', FOOT_GRAMS),
    dripGrams: input.optionalNumber('dripG', DRIP_GRAMS) ?? 0,
  };
}

/** A shape with its sizes; or a family and the centre's mass, from which the sizes follow. */
function readCentre(input: RecordReader): Pick<Dipping, 'shape' | 'centreGrams'> {
  const family = input.has('family') ? input.oneOf('family', FAMILIES) : null;
  const grams = input.has('centreG')
    ? requireCentreGrams(family ?? 'other', input.required('centreG') as number)
    : null;
  if (input.has('shape')) return { shape: readShape(input.child('shape')), centreGrams: grams };
  const start = FAMILY_STARTS[family ?? 'other'];
  if (family === null || grams === null || start.form !== 'dipped')
    throw new InputError({
      code: 'missing-field',
      field: '/shape',
      value: undefined,
      range: 'a shape, or the family of a dipped piece and centreG',
    });
  return { shape: sizedToWeight(start.shape, grams, start.densityGramsPerCm3), centreGrams: grams };
}

function readCoating(input: RecordReader): { yieldPa: number; windowLowCelsius: number | null } {
  const value = input.required('coating');
  if (typeof value === 'object' && value !== null) {
    const own = input.child('coating').allowOnly(['yieldPa']);
    return { yieldPa: own.number('yieldPa', YIELD_PA), windowLowCelsius: null };
  }
  const kind = input.oneOf('coating', COATING_KINDS);
  return { yieldPa: YIELD_PASCAL[kind], windowLowCelsius: WORKING_WINDOW_CELSIUS[kind].low };
}

function readRun(run: RecordReader): Weighing {
  run.allowOnly(['startG', 'addedG', 'leftG', 'pieces']);
  return {
    startGrams: run.number('startG', BOWL_GRAMS),
    addedGrams: run.number('addedG', BOWL_GRAMS),
    leftGrams: run.number('leftG', BOWL_GRAMS),
    pieces: run.number('pieces', RUN_PIECES),
    seasonsBack: 0,
  };
}
