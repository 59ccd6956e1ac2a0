import { requireWithin, type Bound } from '../input/bounds';
import { InputError } from '../input/input-error';
import { RecordReader } from '../input/record-reader';
import { KEPT_CELSIUS, LIFE_MINUTES, Q10, minutesLeft, usedLife } from '../keeping/life';

const MINUTES_PER_HOUR = 60;
const HOURS = { min: LIFE_MINUTES.min / MINUTES_PER_HOUR, max: LIFE_MINUTES.max / MINUTES_PER_HOUR };

/** The `life` command: the share of a life that a path used, and how long is left of it. @throws InputError */
export function runLife(json: unknown): unknown {
  const input = new RecordReader(json).allowOnly(['life', 'path', 'keepC']);
  const life = input.child('life').allowOnly(['hours', 'atC', 'q10', 'validC']);
  const valid = validIn(life);
  const rule = {
    minutes: life.number('hours', HOURS) * MINUTES_PER_HOUR,
    q10: life.number('q10', Q10),
    ...{ valid, atCelsius: life.number('atC', valid) },
  };
  const path = input.records('path').map((stop) => {
    stop.allowOnly(['hours', 'celsius']);
    return {
      minutes: stop.number('hours', { min: 0, max: HOURS.max }) * MINUTES_PER_HOUR,
      celsius: stop.number('celsius', rule.valid),
    };
  });
  const keepCelsius = input.number('keepC', rule.valid);
  return {
    used: usedLife(rule, path),
    leftHours: minutesLeft(rule, path, keepCelsius) / MINUTES_PER_HOUR,
  };
}

/** From where to where the rule holds. @throws InputError at `/life/validC` */
function validIn(life: RecordReader): Bound {
  const [low, high, ...more] = life
    .items('validC')
    .map(({ value, pointer }) => requireWithin(pointer, value, KEPT_CELSIUS));
  if (low !== undefined && high !== undefined && more.length === 0 && low <= high)
    return { min: low, max: high };
  const range = 'two temperatures, the lower first';
  throw new InputError({ code: 'wrong-type', field: life.at('validC'), value: life.raw('validC'), range });
}
