import { CENTRE_CELSIUS, CENTRE_KINDS } from '../coating/crust';
import { RecordReader } from '../input/record-reader';
import {
  HEAT_CENTRE_GRAMS,
  STOP_CELSIUS,
  STOP_MINUTES,
  TRAY_HEAT,
  TRAY_W_PER_M2K,
  centreCelsiusAfter,
  centreTauMinutes,
} from '../temper/centre-celsius';
import { readShape } from './read-shape';

/** The `centre` command: how warm a centre is after so long in a zone. @throws InputError */
export function runCentre(json: unknown): unknown {
  const input = new RecordReader(json).allowOnly([
    ...['grams', 'shape', 'fromC', 'zoneC', 'minutes', 'kind', 'hWPerM2K'],
  ]);
  const piece = {
    grams: input.number('grams', HEAT_CENTRE_GRAMS),
    shape: readShape(input.child('shape')),
    kind: input.oneOf('kind', CENTRE_KINDS),
  };
  const heatWPerM2K = input.optionalNumber('hWPerM2K', TRAY_HEAT) ?? TRAY_W_PER_M2K;
  const stop = {
    celsius: input.number('zoneC', STOP_CELSIUS),
    minutes: input.number('minutes', STOP_MINUTES),
    heatWPerM2K,
  };
  const from = input.number('fromC', { min: CENTRE_CELSIUS.min, max: STOP_CELSIUS.max });
  return {
    centreC: centreCelsiusAfter(piece, from, [stop]),
    tauMinutes: centreTauMinutes(piece, heatWPerM2K),
  };
}
