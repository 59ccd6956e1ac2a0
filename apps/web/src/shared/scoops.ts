import { SCOOP_NUMBERS, scoopMillilitres } from '@alnage/core/units';
import type { Choice } from './forms/choice-field';
import { volume } from './formats/formats';

/** The usual scoops by the number on their handle, each with what it holds. */
export function scoopChoices(): readonly Choice<string>[] {
  return SCOOP_NUMBERS.map((number) => ({
    id: String(number),
    name: `No. ${number}, ${volume(scoopMillilitres(number))}`,
  }));
}

/** What a chosen scoop holds, to a tenth of a millilitre; null where it is none. */
export function millilitresOfScoop(chosen: string): number | null {
  const number = SCOOP_NUMBERS.find((each) => String(each) === chosen);
  return number ? Math.round(scoopMillilitres(number) * 10) / 10 : null;
}
