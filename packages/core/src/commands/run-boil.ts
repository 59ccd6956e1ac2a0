import { RecordReader } from '../input/record-reader';
import { ALTITUDE_METRES, boilingCelsius } from '../recipes/boiling-point';
import { MOST_RISE_KELVIN, SYRUP_GRAMS, SYRUP_SUGAR_GRAMS, boiledDown } from '../recipes/boil-down';

/** The `boil` command: what of a syrup is left at a temperature. @throws InputError */
export function runBoil(json: unknown): unknown {
  const input = new RecordReader(json).allowOnly(['waterG', 'sugarG', 'otherSolidsG', 'toC', 'altitudeM']);
  const syrup = {
    waterGrams: input.number('waterG', SYRUP_GRAMS),
    sugarGrams: input.number('sugarG', SYRUP_SUGAR_GRAMS),
    otherGrams: input.optionalNumber('otherSolidsG', SYRUP_GRAMS) ?? 0,
  };
  const boils = boilingCelsius(input.optionalNumber('altitudeM', ALTITUDE_METRES) ?? 0);
  const left = boiledDown(syrup, input.number('toC', { min: 0, max: boils + MOST_RISE_KELVIN }), boils);
  return {
    waterG: left.waterGrams,
    totalG: left.waterGrams + left.sugarGrams + left.otherGrams,
  };
}
