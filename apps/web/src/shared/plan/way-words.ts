import type { Change, WayToMeet } from '@alnage/core';
import { count, listed } from '../formats/formats';
import type { PlanWords } from './plan-names';

/** A set of changes that would meet a line, in words, with what it would upset. */
export function wayText({ changes, movedTasks }: WayToMeet, words: PlanWords): string {
  const what = listed(changes.map((change) => changeText(change, words)));
  return `${what.charAt(0).toUpperCase()}${what.slice(1)}; ${movedText(movedTasks)}.`;
}

function changeText(change: Change, words: PlanWords): string {
  switch (change.kind) {
    case 'trays':
      return `${count(change.more)} more ${change.more === 1 ? 'tray' : 'trays'} in the ${words.zone(change.zone)}`;
    case 'hours': {
      const [from, to] = change.span;
      return `${words.person(change.person)} there ${words.time(from)} to ${words.clock(to)} as well`;
    }
    case 'bowl':
      return `one more bowl like ${words.bowl(change.like)}`;
    case 'pickup':
      return `collected ${words.time(change.due)} instead`;
  }
}

function movedText(tasks: number): string {
  if (tasks === 0) return 'nothing else moves';
  return `${count(tasks)} planned ${tasks === 1 ? 'task moves' : 'tasks move'}`;
}
