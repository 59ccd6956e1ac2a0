import type { Help } from '@alnage/core/planner';
import { count, counted } from '../formats/formats';
import { amountsTexts } from './amounts-words';
import type { PlanWords } from './plan-names';
import { changeText } from './way-words';

/** A change that would help, in words, and what it was seen to give. */
export function helpText(help: Help, words: PlanWords): { what: string; gives: string } {
  const { change, meetsPieces, more, peaks, movedTasks } = help;
  const what = changeText(change, words);
  const gives = [
    ...(meetsPieces > 0 ? [`${counted(meetsPieces, 'piece')} more met`] : []),
    ...(meetsPieces === 0 ? amountsTexts(more) : []),
    ...peaks
      .filter(({ trays }) => trays !== 0)
      .map(
        ({ zone, trays }) =>
          `${trays > 0 ? '+' : '−'}${counted(Math.abs(trays), 'tray')} in the ${words.zone(zone)}`,
      ),
    movedTasks === 0
      ? 'no planned task moves'
      : `${count(movedTasks)} planned ${movedTasks === 1 ? 'task moves' : 'tasks move'}`,
  ];
  return { what: `${what.charAt(0).toUpperCase()}${what.slice(1)}`, gives: `${gives.join('; ')}.` };
}
