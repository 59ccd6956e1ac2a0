import type { Bound } from '../input/bounds';
import { InputError } from '../input/input-error';
import type { RecordReader } from '../input/record-reader';
import { LOG_SD } from '../melting/melt-for';
import { CERTAINTY } from '../melting/start-pieces';
import type {
  CoatSpare,
  FirstRest,
  Product,
  ProductMould,
  ProductStage,
  Rest,
  StageCoating,
  StartRejects,
} from './problem';
import { AMOUNT, COUNT, LARGEST, reference, requireDuration, unique } from './read-parts';

/** Below 100 fewer pieces would be started than are to be good; above 1000 nine of ten would fail. */
const START_PERCENT: Bound = { min: 100, max: 1000, isInteger: true };

/** As if so many had been seen to fail. */
const REJECTS_SEEN: Bound = { min: 1e-6, max: 1e9 };

export interface ProductReferences {
  readonly moulds: ReadonlySet<string>;
  readonly coatings: ReadonlySet<string>;
  readonly zones: ReadonlySet<string>;
}

/** One product of an alnage-problem/1. @throws InputError */
export function readProduct(record: RecordReader, known: ProductReferences): Product {
  const stages = unique(record.records('stages'), (stage) => readStage(stage, known));
  if (stages.length === 0)
    throw new InputError({
      code: 'out-of-range',
      field: record.at('stages'),
      value: stages,
      range: 'at least one stage',
    });
  const lifeMinutes = record.number('lifeMinutes', AMOUNT);
  const stageIds = new Set(stages.map((stage) => stage.id));
  return {
    id: record.text('id'),
    allergens: record.texts('allergens'),
    lifeMinutes,
    targetAgeMinutes: record.number('targetAgeMinutes', { min: 0, max: lifeMinutes, isInteger: true }),
    maxBatchPieces: record.number('maxBatchPieces', COUNT),
    stages,
    ...(record.has('mayContain') && { mayContain: record.texts('mayContain') }),
    ...readStart(record),
    ...(record.has('clockStage') && { clockStage: reference(record, 'clockStage', stageIds) }),
    ...(record.has('mould') && { mould: readMould(record.child('mould'), known.moulds, stages) }),
  };
}

function readMould(
  record: RecordReader,
  moulds: ReadonlySet<string>,
  stages: readonly ProductStage[],
): ProductMould {
  const from = reference(record, 'from', new Set(stages.map(({ id }) => id)));
  const rest = stages.slice(stages.findIndex(({ id }) => id === from));
  return {
    ...{ id: reference(record, 'id', moulds), piecesPerMould: record.number('piecesPerMould', COUNT), from },
    until: reference(record, 'until', new Set(rest.map(({ id }) => id))),
  };
}

/** How many are started: by a share, or by what is believed of rejects, never by both. */
function readStart(record: RecordReader): Pick<Product, 'startPercent' | 'rejects'> {
  const startPercent = record.has('startPercent') && {
    startPercent: record.number('startPercent', START_PERCENT),
  };
  if (!record.has('rejects')) return { ...startPercent };
  if (startPercent)
    throw new InputError({
      code: 'out-of-range',
      field: record.at('rejects'),
      value: record.required('rejects'),
      range: 'startPercent or rejects, not both',
    });
  return { rejects: readRejects(record.child('rejects')) };
}

function readRejects(record: RecordReader): StartRejects {
  const bad = record.number('bad', REJECTS_SEEN);
  // at most nine of ten fail
  const good = record.number('good', { min: bad / 9, max: REJECTS_SEEN.max });
  return { bad, good, certainty: record.number('certainty', CERTAINTY) };
}

function readStage(record: RecordReader, known: ProductReferences): ProductStage {
  const stage: ProductStage = {
    id: record.text('id'),
    skill: record.text('skill'),
    fixedMinutes: record.number('fixedMinutes', AMOUNT),
    secondsPerPiece: record.number('secondsPerPiece', AMOUNT),
    maxRunMinutes: record.required('maxRunMinutes') === null ? null : record.number('maxRunMinutes', COUNT),
    coating:
      record.required('coating') === null ? null : readStageCoating(record.child('coating'), known.coatings),
    then: readRest(record.child('then'), known.zones),
  };
  requireDuration(record, 'fixedMinutes', stage.fixedMinutes + stage.secondsPerPiece);
  return stage;
}

function readStageCoating(record: RecordReader, coatings: ReadonlySet<string>): StageCoating {
  const id = reference(record, 'id', coatings);
  const spare = record.has('spare') && { spare: readSpare(record.child('spare')) };
  const isMixed = record.has('isMixed') && readMixed(record);
  return record.has('milligramsPerPiece')
    ? { id, milligramsPerPiece: record.number('milligramsPerPiece', COUNT), ...isMixed, ...spare }
    : { id, gramsPerPiece: record.number('gramsPerPiece', COUNT), ...isMixed, ...spare };
}

/** `true`, or not there. */
function readMixed(record: RecordReader): { isMixed: true } {
  if (record.required('isMixed') !== true)
    throw new InputError({
      code: 'out-of-range',
      field: record.at('isMixed'),
      value: record.required('isMixed'),
      range: 'true, or left out',
    });
  return { isMixed: true };
}

function readSpare(record: RecordReader): CoatSpare {
  return { logSd: record.number('logSd', LOG_SD), certainty: record.number('certainty', CERTAINTY) };
}

function readRest(record: RecordReader, zones: ReadonlySet<string>): Rest {
  const minMinutes = record.number('minMinutes', AMOUNT);
  return {
    zone: reference(record, 'zone', zones),
    piecesPerTray: record.number('piecesPerTray', COUNT),
    minMinutes,
    maxMinutes: record.number('maxMinutes', { min: minMinutes, max: LARGEST, isInteger: true }),
    ...(record.has('first') && { first: readFirst(record.child('first'), zones, minMinutes) }),
  };
}

/** It is over when the trays may go on at the latest. */
function readFirst(record: RecordReader, zones: ReadonlySet<string>, minMinutes: number): FirstRest {
  const minutes = record.number('minutes', { min: 1, max: minMinutes, isInteger: true });
  return { zone: reference(record, 'zone', zones), minutes };
}
