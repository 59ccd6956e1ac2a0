import { PERISHABLE_MINUTES } from './engine/builder';
import { withChanges, type Change } from './change';
import { amountsMore, checkPlan, costInMinutes, type CostAmounts } from './check/check-plan';
import { planFigures, type PlanFigures } from './plan-figures';
import type { Planned, Problem, Span, Zone } from './problem';
import { repairPlan, type RepairResult } from './repair-plan';
import { keepingFixed } from './what-if';
import { mostTrays } from './zone-trays';

/** A change that would help, with its effect as a plan with it shows. */
export interface Help {
  readonly change: Change;
  readonly after: PlanFigures;
  /** Minutes of work that cost as much as the plan with it costs less than one that was planned on for as long without it. */
  readonly savesMinutes: number;
  /** By what each part of the cost is more with it; less is below 0. */
  readonly more: CostAmounts;
  /** Pieces that are met with it and are not without. */
  readonly meetsPieces: number;
  /** By how many trays the fullest time of each zone changes; zones where it does not are left out. */
  readonly peaks: readonly { readonly zone: string; readonly trays: number }[];
  readonly movedTasks: number;
}

export interface HelpLimits {
  /** How much of the time is over, from 0 to 1, where the search ends. Absent: until all was tried. */
  readonly progress?: () => number;
  /** Changes of the plan that each try may make. */
  readonly steps?: number;
  /** At most so many are told; shop default. */
  readonly most?: number;
}

const USUAL_STEPS = 150;
const USUAL_MOST = 5;
/** So much more is tried of each; shop defaults, in trays and minutes. */
const MORE_TRAYS = 8;
const LONGER = 120;
/** What saves less than so many minutes of work helps nobody; shop default. */
const WORTH = 15;

/** What chance the plans are drawn from: what helps by one alone may be luck. */
const SEEDS = [1, 2, 3] as const;

/**
 * The changes to the workshop that would help a plan most: trays, hours, a bowl, one more of the crew, trays of what keeps
 * in another zone. Each is tried by planning on with it, told tasks moving freely, and told with what that gave at the
 * least of several tries, held against the best that planning on without it gave; those that meet more pieces first, then
 * those that save most. The same plan and steps give the same answer.
 */
export function whatHelps(planned: Planned, limits: HelpLimits = {}): Help[] {
  const { steps = USUAL_STEPS, progress = () => 0, most = USUAL_MOST } = limits;
  const { problem } = planned;
  const alone = SEEDS.map((seed) => repairPlan(problem, planned.plan, { steps, seed, movePrice: 0 })).reduce(
    better,
  );
  const isWorth = ({ meetsPieces, savesMinutes }: Help): boolean =>
    meetsPieces > 0 || (meetsPieces === 0 && savesMinutes >= WORTH);
  const helps: Help[] = [];
  for (const change of changesToTry(planned)) {
    if (progress() >= 1) break;
    const tries = triesOf(planned, alone, { change, steps, isWorth });
    if (tries.length === SEEDS.length) helps.push(tries.reduce((a, b) => (rank(b) < rank(a) ? b : a)));
  }
  return helps.sort((a, b) => rank(b) - rank(a)).slice(0, most);
}

/** What a change gave in several tries; fewer than all where one was not worth its while. */
function triesOf(
  planned: Planned,
  alone: RepairResult,
  { change, steps, isWorth }: { change: Change; steps: number; isWorth: (help: Help) => boolean },
): Help[] {
  const tries: Help[] = [];
  for (const seed of SEEDS) {
    const help = helpOf(planned, alone, { change, steps, seed });
    if (!help || !isWorth(help)) break;
    tries.push(help);
  }
  return tries;
}

function rank({ meetsPieces, savesMinutes }: Help): number {
  return meetsPieces * 1e9 + savesMinutes;
}

function better(a: RepairResult, b: RepairResult): RepairResult {
  return b.report.cost! < a.report.cost! ? b : a;
}

/** What a change gives beside the best plan without it; null where it breaks a rule. */
function helpOf(
  planned: Planned,
  alone: RepairResult,
  { change, steps, seed }: { change: Change; steps: number; seed: number },
): Help | null {
  const problem = keepingFixed(withChanges(planned.problem, [change]));
  const { plan, report, changes } = repairPlan(problem, planned.plan, { steps, seed, movePrice: 0 });
  if (report.cost === null) return null;
  const peaks = alone.report.peakTrays;
  return {
    change,
    after: planFigures({ problem, plan }),
    savesMinutes: costInMinutes(alone.report.cost! - report.cost, problem.weights),
    more: amountsMore(report.amounts, alone.report.amounts),
    meetsPieces: alone.report.unmetPieces - report.unmetPieces,
    peaks: Object.entries(report.peakTrays)
      .map(([zone, { peak }]) => ({ zone, trays: peak - peaks[zone]!.peak }))
      .filter(({ trays }) => trays !== 0),
    movedTasks: changes.moved.length,
  };
}

/** What is worth trying: room where it is full, hours of those who have them, a bowl, hands, room elsewhere. */
function changesToTry({ problem, plan }: Planned): Change[] {
  const { peakTrays } = checkPlan(problem, plan);
  // one that nothing lies in is not full for being small, or there only at times
  const isFull = (zone: Zone): boolean => {
    const { peak } = peakTrays[zone.id]!;
    const trays = mostTrays(zone, [problem.now ?? 0, problem.horizon]);
    return trays - peak < MORE_TRAYS && (peak > 0 || trays === 0);
  };
  const full = problem.zones.filter(isFull).map(({ id }) => id);
  return [
    ...full.map((zone): Change => ({ kind: 'trays', zone, more: MORE_TRAYS })),
    ...problem.melters
      .filter(
        ({ capacityGrams }) => capacityGrams === Math.max(...problem.melters.map((b) => b.capacityGrams)),
      )
      .slice(0, 1)
      .map(({ id }): Change => ({ kind: 'bowl', like: id })),
    ...restsElsewhere(problem, new Set(full)),
    ...problem.people.map(({ id }): Change => ({ kind: 'hands', like: id })),
    ...longerHours(problem),
  ];
}

/** What keeps may lie in another zone that something of the shop's lies in and that is not full. */
function restsElsewhere({ products }: Problem, full: ReadonlySet<string>): Change[] {
  const keepers = products.filter(({ lifeMinutes }) => lifeMinutes > PERISHABLE_MINUTES);
  const zones = new Set(keepers.flatMap(({ stages }) => stages.map(({ then }) => then.zone)));
  return keepers.flatMap(({ id: product, stages }) =>
    stages.flatMap(({ id: stage, then }) =>
      full.has(then.zone)
        ? [...zones]
            .filter((zone) => zone !== then.zone && !full.has(zone))
            .map((zone): Change => ({ kind: 'rest', product, stage, zone }))
        : [],
    ),
  );
}

/** Two hours more at the end of each person's last shift of a day, as far as the next one leaves them. */
function longerHours({ people, now = 0, horizon }: Problem): Change[] {
  return people.flatMap(({ id: person, shifts }) =>
    shifts.flatMap(([, end], i): Change[] => {
      const next = shifts[i + 1]?.[0] ?? horizon;
      const span: Span = [end, Math.min(end + LONGER, horizon)];
      return end >= now && next - end > 2 * LONGER && span[1] > span[0]
        ? [{ kind: 'hours', person, span }]
        : [];
    }),
  );
}
