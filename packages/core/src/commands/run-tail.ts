import { RecordReader } from '../input/record-reader';
import { BOWL_MM, brimGrams, depthOfGrams, requireBowlForm, type BowlForm } from '../melting/bowl-form';
import { CAPACITY_GRAMS } from '../melting/split-over-bowls';
import { computedTailGrams } from '../melting/tail';

const KINDS = ['round', 'cone', 'straight'] as const;

/** The `tail` command: depth and tail of a bowl of a form, for a piece of a dip height. @throws InputError */
export function runTail(json: unknown): unknown {
  const input = new RecordReader(json).allowOnly(['form', 'capacityG', 'dipMm', 'filmMm', 'tilted']);
  const form = readForm(input.child('form'));
  const capacityGrams = input.number('capacityG', CAPACITY_GRAMS);
  const isTilted = input.has('tilted') && input.oneOf('tilted', ['yes', 'no']) === 'yes';
  const dip = {
    heightMm: input.number('dipMm', { min: 0, max: BOWL_MM.max }),
    filmMm: input.number('filmMm', { min: 0, max: 20 }),
  };
  const tailG = computedTailGrams({ form, capacityGrams, isTilted }, dip);
  return { tailG, depthMm: depthOfGrams(form, capacityGrams), brimG: brimGrams(form) };
}

function readForm(record: RecordReader): BowlForm {
  const kind = record.oneOf('kind', KINDS);
  record.allowOnly(['kind', 'rimMm', 'heightMm', ...(kind === 'cone' ? ['baseMm'] : [])]);
  const sizes = { rimMm: record.number('rimMm', BOWL_MM), heightMm: record.number('heightMm', BOWL_MM) };
  return requireBowlForm(
    kind === 'cone'
      ? { kind, ...sizes, baseMm: record.number('baseMm', { min: 0, max: BOWL_MM.max }) }
      : { kind, ...sizes },
  );
}
