import type { Task } from '@alnage/core';
import type { PlanWords } from './plan-names';

/** A task in words: Runa, Fri 19, 07:40: dip dusk berry. */
export function taskText({ person, work, start }: Task, words: PlanWords): string {
  const what =
    work.kind === 'stage'
      ? `${words.stage(work.product, work.stage)} ${words.piece(work.product)}`
      : `set up ${words.coating(work.coating)} in ${words.bowl(work.melter)}`;
  return `${words.person(person)}, ${words.time(start)}: ${what}`;
}
