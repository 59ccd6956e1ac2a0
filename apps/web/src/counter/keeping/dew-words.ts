import type { KeepingNow } from '@alnage/contract';
import { dewOnOpening } from '@alnage/core/keeping';
import type { BenchAir } from '../../shared/bench/kitchen-air';
import { duration, percent, temperature } from '../../shared/formats/formats';

/** Of a gift box, g; shop default. */
const BOX_GRAMS = 300;
/** What is colder is a freezer: boxes are not handed out of it. Shop default, °C. */
const FREEZER_CELSIUS = -5;
const STEP_MINUTES = 5;

/** How long a box out of the coldest zone is kept closed in the kitchen’s air; '' where nobody measures that. */
export function dewText(
  { zones }: KeepingNow,
  { roomCelsius, humidity }: BenchAir,
  names: readonly { readonly id: string; readonly name: string }[],
): string {
  if (roomCelsius === null || humidity === null) return '';
  const cold = zones.flatMap(({ zone, setCelsius, nowCelsius }) =>
    setCelsius !== null && setCelsius > FREEZER_CELSIUS ? [{ zone, celsius: nowCelsius ?? setCelsius }] : [],
  );
  const [coldest] = cold.sort((a, b) => a.celsius - b.celsius);
  if (!coldest) return '';
  const box = `A box out of the ${names.find(({ id }) => id === coldest.zone)?.name.toLowerCase() ?? 'cold'}`;
  const air = { celsius: roomCelsius, humidity: Math.min(1, Math.max(0.05, humidity / 100)) };
  const dew = dewOnOpening({ grams: BOX_GRAMS, celsius: coldest.celsius }, air);
  const begin = `Dew point ${temperature(dew.dewPointCelsius)}, at ${temperature(roomCelsius)} and ${percent(air.humidity)} in the kitchen.`;
  return `${begin} ${box}${closedText(dew.closedMinutes, coldest.celsius)}`;
}

function closedText(minutes: number | null, celsius: number): string {
  if (minutes === 0) return ' may be opened at once.';
  if (minutes === null) return ' never warms past it here: open it elsewhere.';
  const rounded = Math.ceil(minutes / STEP_MINUTES) * STEP_MINUTES;
  return `, at ${temperature(celsius)}, stays closed for about ${duration(rounded)}.`;
}
