import { WALL_MM } from '../coating/coat';
import { COATING_KINDS, WORKING_WINDOW_CELSIUS, YIELD_PASCAL } from '../coating/coating-kind';
import { BOWL_CELSIUS } from '../coating/film';
import { RecordReader } from '../input/record-reader';
import {
  CAVITY_FORMS,
  CAVITY_SIZE_MM,
  CAVITY_WATER_GRAMS,
  EMPTYING_SECONDS,
  MOULD_CELSIUS,
  SHELLS_AT_ONCE,
  cavityOf,
  cavityOfWater,
  shellsOf,
  wallMmAfter,
  type Cavity,
} from '../melting/mould-cavity';
import { eitherOf } from './either-of';

const SIZES = ['lengthMm', 'widthMm', 'depthMm'] as const;

/** The `mould` command: shells of so many cavities, and what they take to fill. @throws InputError */
export function runMould(json: unknown): unknown {
  const input = new RecordReader(json);
  const sizes = input.has('waterG') ? ['waterG'] : SIZES;
  input.allowOnly([...sizes, 'form', 'cavities', 'wallMm', 'wait']);
  const cavity = readCavity(input);
  const wallMm =
    eitherOf(input, 'wallMm', 'wait') === 'wallMm'
      ? input.number('wallMm', WALL_MM)
      : readWait(input.child('wait'));
  const shells = shellsOf(cavity, wallMm, input.number('cavities', SHELLS_AT_ONCE));
  return {
    ...{ volumeMl: cavity.volumeMl, areaMm2: cavity.areaMm2, wallMm, shellG: shells.shellGrams },
    ...{ fillToPourG: shells.fillToPourGrams, pouredBackG: shells.pouredBackGrams },
    fillingMl: shells.fillingMl,
  };
}

function readCavity(input: RecordReader): Cavity {
  const form = input.has('form') ? input.oneOf('form', CAVITY_FORMS) : 'box';
  if (input.has('waterG')) return cavityOfWater(input.number('waterG', CAVITY_WATER_GRAMS), form);
  const [lengthMm, widthMm, depthMm] = SIZES.map((name) => input.number(name, CAVITY_SIZE_MM));
  return cavityOf({ form, lengthMm: lengthMm!, widthMm: widthMm!, depthMm: depthMm! });
}

function readWait(wait: RecordReader): number {
  wait.allowOnly(['seconds', 'mouldC', 'bowlC', 'coating']);
  const kind = wait.oneOf('coating', COATING_KINDS);
  return wallMmAfter({
    seconds: wait.number('seconds', EMPTYING_SECONDS),
    mouldCelsius: wait.number('mouldC', MOULD_CELSIUS),
    bowlCelsius: wait.number('bowlC', BOWL_CELSIUS),
    yieldPa: YIELD_PASCAL[kind],
    windowLowCelsius: WORKING_WINDOW_CELSIUS[kind].low,
  });
}
