import type { Change, WayToMeet } from '@alnage/core/planner';
import { count, listed } from '../formats/formats';
import type { PlanWords } from './plan-names';

/** A set of changes that would meet a line, in words, with what it would upset. */
export function wayText({ changes, movedTasks }: WayToMeet, words: PlanWords): string {
  const what = listed(changes.map((change) => changeText(change, words)));
  return `${what.charAt(0).toUpperCase()}${what.slice(1)}; ${movedText(movedTasks)}.`;
}

type Worded = { readonly [K in Change['kind']]: (change: Change & { kind: K }, words: PlanWords) => string };

const WORDED: Worded = {
  trays: ({ more, zone }, words) => {
    const trays = Math.abs(more) === 1 ? 'tray' : 'trays';
    return `${count(Math.abs(more))} ${more < 0 ? 'fewer' : 'more'} ${trays} in the ${words.zone(zone)}`;
  },
  'zone-away': ({ zone, span: [from, to] }, words) =>
    `the ${words.zone(zone)} out of use ${words.time(from)} to ${words.time(to)}`,
  hours: ({ person, span: [from, to] }, words) =>
    `${words.person(person)} there ${words.time(from)} to ${words.near(to, from)} as well`,
  away: ({ person, span: [from, to] }, words) =>
    `${words.person(person)} away ${words.time(from)} to ${words.near(to, from)}`,
  hands: ({ like }, words) => `one more who can do what ${words.person(like)} can, at the same hours`,
  bowl: ({ like }, words) => `one more bowl like ${words.bowl(like)}`,
  'bowl-away': ({ bowl }, words) => `${words.bowl(bowl)} out of use`,
  pickup: ({ due }, words) => `collected ${words.time(due)} instead`,
  pieces: ({ product, pieces }, words) => `${pieces === 0 ? 'no' : count(pieces)} ${words.piece(product)}`,
  rest: ({ product, stage, zone }, words) =>
    `${words.piece(product)} to the ${words.zone(zone)} after ${words.stage(product, stage)}`,
};

/** A change in words. */
export function changeText(change: Change, words: PlanWords): string {
  const worded = WORDED[change.kind] as (change: Change, words: PlanWords) => string;
  return worded(change, words);
}

function movedText(tasks: number): string {
  if (tasks === 0) return 'nothing else moves';
  return `${count(tasks)} planned ${tasks === 1 ? 'task moves' : 'tasks move'}`;
}
