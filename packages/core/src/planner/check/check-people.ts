import type { Person, Span } from '../problem';
import { found, type Catalogue } from '../catalogue';
import type { SoundPlan } from './check-shape';
import type { Report } from './finding';

interface Task {
  readonly at: string;
  readonly skill: string;
  readonly start: number;
  readonly end: number;
}

/** Minutes of hands over a whole plan. */
export interface WorkTotals {
  readonly labourMinutes: number;
  /** Idle minutes between the first and the last task of each shift in use. */
  readonly stretchMinutes: number;
}

/** Rule 3.4 [skill] [shift] [person-overlap]: batch stages and melt set-ups are tasks of one person each. */
export function checkPeople(catalogue: Catalogue, plan: SoundPlan, report: Report): WorkTotals {
  const tasks = tasksByPerson(catalogue, plan);
  let labourMinutes = 0;
  let stretchMinutes = 0;
  for (const person of catalogue.problem.people) {
    const own = (tasks.get(person.id) ?? []).sort(inTurn);
    checkTasks(person, own, report);
    labourMinutes += own.reduce((sum, task) => sum + task.end - task.start, 0);
    stretchMinutes += person.shifts.reduce((sum, shift) => sum + idleMinutes(shift, own), 0);
  }
  return { labourMinutes, stretchMinutes };
}

function tasksByPerson(catalogue: Catalogue, plan: SoundPlan): Map<string, Task[]> {
  const tasks = new Map<string, Task[]>();
  const give = (person: string, task: Task): void => {
    tasks.set(person, [...(tasks.get(person) ?? []), task]);
  };
  for (const batch of plan.batches) {
    const product = found(catalogue.products, batch.product);
    batch.stages.forEach((stage, k) =>
      give(stage.person, { ...stage, at: `${batch.id} ${stage.stage}`, skill: product.stages[k]!.skill }),
    );
  }
  for (const melt of plan.melts)
    if (melt.setupEnd > melt.setupStart)
      give(melt.person, {
        at: `set-up of ${melt.id}`,
        skill: found(catalogue.coatings, melt.coating).skill,
        start: melt.setupStart,
        end: melt.setupEnd,
      });
  return tasks;
}

function checkTasks(person: Person, tasks: readonly Task[], report: Report): void {
  let busyUntil = -1;
  for (const task of tasks) {
    if (!person.skills.includes(task.skill)) report('skill', task.at, `${person.id} lacks ${task.skill}`);
    if (!person.shifts.some((shift) => holds(shift, task)))
      report('shift', task.at, `${person.id} has no shift that holds [${task.start},${task.end})`);
    if (task.start < busyUntil) report('person-overlap', task.at, `${person.id} is busy until ${busyUntil}`);
    busyUntil = Math.max(busyUntil, task.end);
  }
}

/** By when they begin; what lies upon each other in an order of its own, whatever list it comes from. */
function inTurn(a: Task, b: Task): number {
  return a.start - b.start || a.end - b.end || (a.at < b.at ? -1 : 1);
}

function holds([start, end]: Span, task: Task): boolean {
  return start <= task.start && task.end <= end;
}

function idleMinutes(shift: Span, tasks: readonly Task[]): number {
  const within = tasks.filter((task) => holds(shift, task));
  if (within.length === 0) return 0;
  const span = Math.max(...within.map((task) => task.end)) - Math.min(...within.map((task) => task.start));
  return span - within.reduce((sum, task) => sum + task.end - task.start, 0);
}
