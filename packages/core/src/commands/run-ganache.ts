import { RecordReader } from '../input/record-reader';
import {
  BUTTER_SHARE,
  ganache,
  GANACHE_CHOCOLATES,
  GANACHE_GRAMS,
  GANACHE_RATIO,
  GANACHE_TYPES,
  INFUSION_LOSS,
  type GanacheWish,
} from '../recipes/ganache';
import { eitherOf } from './either-of';

const FIELDS = ['type', 'ratio', 'chocolate', 'totalG', 'creamG', 'butterShare', 'liquidG', 'infusionLoss'];

/** The `ganache` command. @throws InputError */
export function runGanache(json: unknown): unknown {
  const input = new RecordReader(json).allowOnly(FIELDS);
  const made = ganache({
    firmness:
      eitherOf(input, 'type', 'ratio') === 'type'
        ? input.oneOf('type', GANACHE_TYPES)
        : { ratio: input.number('ratio', GANACHE_RATIO) },
    chocolate: input.oneOf('chocolate', GANACHE_CHOCOLATES),
    size: readSize(input),
    butterShare: input.optionalNumber('butterShare', BUTTER_SHARE) ?? 0,
    liquidGrams: input.optionalNumber('liquidG', { min: 0, max: GANACHE_GRAMS.max }) ?? 0,
    infusionLoss: input.optionalNumber('infusionLoss', INFUSION_LOSS) ?? 0,
  });
  return {
    chocolateG: made.chocolateGrams,
    creamG: made.creamGrams,
    creamBeforeInfusionG: made.creamBeforeInfusionGrams,
    butterG: made.butterGrams,
    liquidG: made.liquidGrams,
    totalG: made.totalGrams,
  };
}

function readSize(input: RecordReader): GanacheWish['size'] {
  return eitherOf(input, 'totalG', 'creamG') === 'totalG'
    ? { totalGrams: input.number('totalG', GANACHE_GRAMS) }
    : { baseGrams: input.number('creamG', GANACHE_GRAMS) };
}
