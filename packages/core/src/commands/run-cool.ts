import { RecordReader } from '../input/record-reader';
import { READING_CELSIUS, READING_MINUTE, ROOM_CELSIUS } from '../temper/bowl-reading';
import { reachForecast } from '../heat/reach-forecast';

/** The `cool` command. @throws InputError */
export function runCool(json: unknown): unknown {
  const input = new RecordReader(json).allowOnly(['readings', 'roomC', 'targetC']);
  const readings = input.records('readings').map((reading) => {
    reading.allowOnly(['minute', 'celsius']);
    return {
      minute: reading.number('minute', READING_MINUTE),
      celsius: reading.number('celsius', READING_CELSIUS),
    };
  });
  return reachForecast(
    readings,
    input.number('roomC', ROOM_CELSIUS),
    input.number('targetC', READING_CELSIUS),
  );
}
