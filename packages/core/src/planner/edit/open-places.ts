import type { Blocker } from '../blocker';
import { plainManner } from '../engine/manner';
import { Placement } from '../engine/placement';
import { Random } from '../../chance/random';
import { runOf, standing } from '../engine/standing';
import { blockerOf } from '../engine/unmet';
import type { Planned, Span } from '../problem';
import { isWhereItIs, stageAt, type PlaceOfStage } from './place-of-stage';

/** A bowl or a person that a stage could be done in or by, and by when: spans of the minute at which it ends. */
export interface OpenLane {
  readonly person?: string;
  readonly melter?: string;
  readonly open: readonly Span[];
  /** Between them, what stands in the way. */
  readonly shut: readonly { readonly span: Span; readonly blocker: Blocker }[];
}

export interface OpenPlacesAsk {
  readonly batch: string;
  readonly stage: string;
  /** Minutes between which ends are tried, and how far apart. */
  readonly from: number;
  readonly to: number;
  readonly step: number;
}

const TRIALS = 24;

/**
 * Where a batch could go by hand while all else stays: for each bowl (for each person, where the stage dips nothing) the
 * minutes at which the stage could end, every `step` minutes. Ends in between are not judged.
 */
export function openPlaces({ problem, plan }: Planned, ask: OpenPlacesAsk): OpenLane[] {
  const batch = plan.batches.find(({ id }) => id === ask.batch)!;
  const schedule = standing(problem, plan, new Set([batch.id]));
  if (!schedule) return [];
  const placement = new Placement(schedule, new Random(1));
  const product = problem.products.find(({ id }) => id === batch.product)!;
  const stage = product.stages.find(({ id }) => id === ask.stage)!;
  const lanes: Pick<PlaceOfStage, 'person' | 'melter'>[] = stage.coating
    ? problem.melters.map(({ id }) => ({ melter: id }))
    : problem.people.filter(({ skills }) => skills.includes(stage.skill)).map(({ id }) => ({ person: id }));
  const obstacleAt = (place: PlaceOfStage): Blocker | null => {
    if (isWhereItIs(plan, batch, place)) return null;
    const run = runOf(schedule, batch.product, batch.serves);
    const mark = schedule.journal.mark();
    const at = stageAt(problem, product, place);
    const isPlaced = placement.place(run, { ...plainManner(TRIALS), at });
    schedule.journal.undoTo(mark);
    return isPlaced ? null : blockerOf(schedule, run.lines[0]!, placement.obstacle);
  };
  return lanes.map((lane) => {
    const spans: { span: [number, number]; blocker: Blocker | null }[] = [];
    for (let end = ask.from; end <= ask.to; end += ask.step) {
      const blocker = obstacleAt({ ...lane, stage: ask.stage, end });
      const last = spans.at(-1);
      if (last && isAlike(last.blocker, blocker)) last.span[1] = end;
      else spans.push({ span: [end, end], blocker });
    }
    return {
      ...lane,
      open: spans.filter(({ blocker }) => blocker === null).map(({ span }) => span),
      shut: spans.flatMap(({ span, blocker }) => (blocker ? [{ span, blocker }] : [])),
    };
  });
}

function isAlike(a: Blocker | null, b: Blocker | null): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
