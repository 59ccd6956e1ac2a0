import { planFor, type PlanTask } from './plan-task';

/** One more thread of the command `plan`: answers the one task that it is sent, and ends. */
process.once('message', (task) => {
  process.send!(planFor(task as PlanTask), () => process.disconnect());
});
