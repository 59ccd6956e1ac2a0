import type { Bound } from '../input/bounds';
import { InputError } from '../input/input-error';
import type { RecordReader } from '../input/record-reader';
import type { Product, ProductStage, Rest, StageCoating } from './problem';
import { AMOUNT, COUNT, LARGEST, reference, requireDuration, unique } from './read-parts';

/** Below 100 fewer pieces would be started than are to be good; above 1000 nine of ten would fail. */
const START_PERCENT: Bound = { min: 100, max: 1000, isInteger: true };

export interface ProductReferences {
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
    ...(record.has('startPercent') && { startPercent: record.number('startPercent', START_PERCENT) }),
    ...(record.has('clockStage') && { clockStage: reference(record, 'clockStage', stageIds) }),
  };
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
  return record.has('milligramsPerPiece')
    ? { id, milligramsPerPiece: record.number('milligramsPerPiece', COUNT) }
    : { id, gramsPerPiece: record.number('gramsPerPiece', COUNT) };
}

function readRest(record: RecordReader, zones: ReadonlySet<string>): Rest {
  const minMinutes = record.number('minMinutes', AMOUNT);
  return {
    zone: reference(record, 'zone', zones),
    piecesPerTray: record.number('piecesPerTray', COUNT),
    minMinutes,
    maxMinutes: record.number('maxMinutes', { min: minMinutes, max: LARGEST, isInteger: true }),
  };
}
