import type { MovedTask, Task } from '@alnage/core/planner';
import type { PlanWords } from './plan-names';

/** A task in words: Runa, Fri 19, 07:40: dip dusk berry. */
export function taskText({ person, work, start }: Omit<Task, 'of'>, words: PlanWords): string {
  const what =
    work.kind === 'stage'
      ? `${words.stage(work.product, work.stage)} ${words.piece(work.product)}`
      : `set up ${words.coating(work.coating)} in ${words.bowl(work.melter)}`;
  return `${words.person(person)}, ${words.time(start)}: ${what}`;
}

/** The same with who does it instead, and when: … → Tove, 08:10; the day is said where it is another one. */
export function movedText(task: Omit<MovedTask, 'of'>, words: PlanWords): string {
  const { now, person, start } = task;
  const told = taskText(task, words);
  if (!now) return `${told} → not as one task any more`;
  const who = now.person === person ? '' : `${words.person(now.person)}, `;
  return `${told} → ${who}${words.near(now.start, start)}`;
}
