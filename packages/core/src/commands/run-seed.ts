import { RecordReader } from '../input/record-reader';
import {
  BOWL_MATERIALS,
  EMPTY_BOWL_GRAMS,
  LIQUID_CELSIUS,
  SEEDED_GRAMS,
  SEED_CELSIUS,
  SEED_GRAMS,
  seedGramsFor,
  seededCelsius,
  type Seeding,
} from '../temper/seeding';
import { READING_CELSIUS } from '../temper/bowl-reading';
import { eitherOf } from './either-of';

/** The `seed` command. @throws InputError */
export function runSeed(json: unknown): unknown {
  const input = new RecordReader(json).allowOnly([
    ...['liquidG', 'liquidC', 'seedC', 'seedG', 'targetC', 'bowl'],
  ]);
  const seeding: Seeding = {
    liquidGrams: input.number('liquidG', SEEDED_GRAMS),
    liquidCelsius: input.number('liquidC', LIQUID_CELSIUS),
    seedCelsius: input.number('seedC', SEED_CELSIUS),
    bowl: input.has('bowl') ? readBowl(input.child('bowl')) : null,
  };
  const seedG =
    eitherOf(input, 'seedG', 'targetC') === 'seedG'
      ? input.number('seedG', SEED_GRAMS)
      : seedGramsFor(seeding, input.number('targetC', READING_CELSIUS));
  return { finalC: seededCelsius(seeding, seedG), seedG };
}

function readBowl(input: RecordReader): NonNullable<Seeding['bowl']> {
  input.allowOnly(['g', 'kind', 'celsius']);
  return {
    grams: input.number('g', EMPTY_BOWL_GRAMS),
    material: input.oneOf('kind', BOWL_MATERIALS),
    celsius: input.number('celsius', LIQUID_CELSIUS),
  };
}
