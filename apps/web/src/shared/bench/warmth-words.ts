import type { Piece, Workshop } from '@alnage/contract';
import { doughAdvice } from '@alnage/core/recipes';
import { crackCelsius, minutesToWarm } from '@alnage/core/temper';
import { duration, percent, temperature } from '../formats/formats';
import { USUAL_HUMIDITY_PERCENT, USUAL_ROOM, type BenchAir } from './kitchen-air';

/** Where a stage is worked. */
interface WarmthAt {
  readonly workshop: Workshop;
  readonly air: BenchAir;
}

/** Dough that is rolled by hand and softens on a warm table. */
const SOFT_DOUGH: readonly Piece['family'][] = ['nut-butter-ball', 'nut-butter-egg'];

/** What of the warmth at hand spoils a stage, told before it is begun; '' for nothing. */
export function warmthText(piece: Piece, stage: string, { workshop, air }: WarmthAt): string {
  const at = piece.route.findIndex(({ id }) => id === stage);
  const coated = piece.route.findIndex(({ coat }) => coat !== null);
  if (at === coated) return coldCentreText(piece, at, { workshop, air });
  return at >= 0 && (coated < 0 || at < coated) ? warmTableText(piece, air) : '';
}

/** Centres that come out of the cold below where their coat cracks. */
function coldCentreText(
  { family, form, route }: Piece,
  at: number,
  { workshop: { zones }, air: { roomCelsius } }: WarmthAt,
): string {
  const zone = zones.find(({ id }) => id === route[at - 1]?.rest.zone);
  const fromCelsius = zone?.celsius ?? null;
  if (form.kind !== 'dipped' || !zone || fromCelsius === null) return '';
  const low = crackCelsius(family, form.centre);
  if (fromCelsius >= low) return '';
  const room = roomCelsius ?? USUAL_ROOM;
  const minutes = minutesToWarm(
    { grams: form.centreGrams, shape: form.shape, kind: form.centre },
    { fromCelsius, toCelsius: low, zoneCelsius: room },
  );
  const wait =
    minutes === null
      ? `and the room, ${temperature(room)}, does not warm them so far`
      : `about ${duration(Math.ceil(minutes))} in the room, ${temperature(room)}, brings them there`;
  return `Centres out of the ${zone.name.toLowerCase()} are at ${temperature(fromCelsius)}; below ${temperature(low)} the coat cracks: ${wait}. A few trays at a time.`;
}

function warmTableText({ family }: Piece, { roomCelsius, humidity }: BenchAir): string {
  if (!SOFT_DOUGH.includes(family) || roomCelsius === null) return '';
  const { addShare, causes } = doughAdvice({
    humidityPercent: humidity ?? USUAL_HUMIDITY_PERCENT,
    ...{ tableCelsius: roomCelsius, isNaturalButter: false, school: 'sugar' },
  });
  if (!causes.some(({ cause }) => cause === 'warm-table')) return '';
  return `At ${temperature(roomCelsius)} the table is warm for soft dough: small lots out of the cold, on a chilled tray, or ${percent(addShare)} of icing sugar more.`;
}
