import type { PlanWords } from '../../shared/plan/plan-names';
import { shortHour } from '../../shared/formats/wall-time';
import type { HourMark } from '../draw/sight';

/** Hours between marks, so that they stand at least so far apart, in px. */
const STEPS = [1, 2, 3, 6, 12, 24] as const;
const APART = 44;

/** The hours that are marked along an axis, days by their names where hours alone would not tell them. */
export function hourMarks(
  words: Pick<PlanWords, 'hour' | 'time'>,
  { from, to, width }: { readonly from: number; readonly to: number; readonly width: number },
): HourMark[] {
  const hourWidth = (width * 60) / Math.max(1, to - from);
  const step = STEPS.find((hours) => hours * hourWidth >= APART) ?? 24;
  const marks: HourMark[] = [];
  for (let minute = Math.ceil(from / 60) * 60; minute <= to; minute += 60) {
    const text = words.hour(minute);
    if (Number(text) % step !== 0) continue;
    const isDay = text === '00';
    marks.push({ minute, text: isDay ? words.time(minute).split(',')[0]! : shortHour(text), isDay });
  }
  return marks;
}
