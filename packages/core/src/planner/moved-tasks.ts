import type { Plan, Planned } from './problem';

/** One task of one person as a plan has it. */
export interface Task {
  /** The batch, or the melt that is set up. */
  readonly of: string;
  readonly person: string;
  /** What is done: a stage of a product, or setting up a coating in a bowl. */
  readonly work:
    | { readonly kind: 'stage'; readonly product: string; readonly stage: string }
    | { readonly kind: 'set-up'; readonly coating: string; readonly melter: string };
  readonly start: number;
  readonly end: number;
}

/** All tasks of a plan, the first to begin first. */
export function tasksOf({ batches, melts }: Pick<Plan, 'batches' | 'melts'>): Task[] {
  const stages = batches.flatMap(({ id: of, product, stages }) =>
    stages.map(({ stage, person, start, end }): Task => {
      return { of, person, work: { kind: 'stage', product, stage }, start, end };
    }),
  );
  const setups = melts.map(({ id: of, person, coating, melter, setupStart, setupEnd }): Task => {
    return { of, person, work: { kind: 'set-up', coating, melter }, start: setupStart, end: setupEnd };
  });
  return [...stages, ...setups].sort((a, b) => a.start - b.start || a.person.localeCompare(b.person));
}

/** A task that people were told, with who does it when by another plan; null: nobody does. */
export interface MovedTask extends Task {
  readonly now: Pick<Task, 'person' | 'start'> | null;
}

/** What people were told that is otherwise in another plan, and what is new in that. */
export interface TaskChanges {
  readonly told: number;
  /** Tasks that somebody was told to begin at a minute and does not by the other plan. */
  readonly moved: readonly MovedTask[];
  /** Tasks of the other plan that nobody was told. */
  readonly added: readonly Task[];
}

/**
 * Compares two plans as the people who work by them do: who begins what, and when. What was to begin before the minute
 * `since` is left out: it has, and the other plan only knows better when.
 */
export function movedTasks(told: Plan, now: Plan, since = 0): TaskChanges {
  const [before, after] = [told, now].map((plan) => tasksOf(plan).filter(({ start }) => start >= since)) as [
    Task[],
    Task[],
  ];
  const [inBefore, inAfter] = [new Set(before.map(keyOf)), new Set(after.map(keyOf))];
  const byWork = new Map(after.map((task) => [workOf(task), task]));
  return {
    told: before.length,
    moved: before
      .filter((task) => !inAfter.has(keyOf(task)))
      .map((task) => {
        const other = byWork.get(workOf(task));
        return { ...task, now: other ? { person: other.person, start: other.start } : null };
      }),
    added: after.filter((task) => !inBefore.has(keyOf(task))),
  };
}

function keyOf({ person, work, start }: Task): string {
  return JSON.stringify([person, start, ...Object.values(work)]);
}

/** A batch or melt keeps its name from plan to plan. */
function workOf({ of, work }: Task): string {
  return JSON.stringify([of, ...Object.values(work)]);
}

/** Tasks to come of people who are not at work then: begun work that nobody who is there could take over. */
export function tasksOffHours({ problem, plan }: Planned): Task[] {
  return tasksOf(plan).filter(
    (task) => task.start >= (problem.now ?? 0) && task.end > task.start && !isAtWork(problem, task),
  );
}

/** Those of them that nobody is there to begin; who is there and would only stay longer can. */
export function tasksAlone(planned: Planned): Task[] {
  return tasksOffHours(planned).filter(
    ({ person, start }) => !isAtWork(planned.problem, { person, start, end: start + 1 }),
  );
}

/** Whether somebody is there for all of a task. */
export function isAtWork(
  { people }: Pick<Planned['problem'], 'people'>,
  { person, start, end }: Pick<Task, 'person' | 'start' | 'end'>,
): boolean {
  const { shifts = [] } = people.find(({ id }) => id === person) ?? {};
  return shifts.some(([from, to]) => from <= start && end <= to);
}
