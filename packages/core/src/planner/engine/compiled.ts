import { allergensBefore, declaredAllergens } from '../allergens';
import { agedMinute, clockStageIndex, leaveMinute, pickupZone, usableMinutes } from '../amounts';
import { heldMelt } from '../held-melt';
import { lineKey } from '../line-key';
import type { Coating, Plan, Problem, Product, ProductStage } from '../problem';
import { AllergenMasks } from './allergen-masks';
import { largestBatch } from './largest-batch';

/** A problem by positions in place of ids, so that the search compares and adds whole numbers only. */
export interface CompiledProblem {
  readonly problem: Problem;
  readonly now: number;
  readonly products: readonly CompiledProduct[];
  readonly coatings: readonly CompiledCoating[];
  readonly bowls: readonly CompiledBowl[];
  readonly people: readonly CompiledPerson[];
  readonly shifts: readonly CompiledShift[];
  readonly lines: readonly CompiledLine[];
  readonly lots: readonly CompiledLot[];
  /** Position of each person, by id, and of each line, by its key. */
  readonly personAt: ReadonlyMap<string, number>;
  readonly lineAt: ReadonlyMap<string, number>;
  /** Minutes to clean a bowl between two coatings, `from * coatings + to`. */
  readonly changeover: Int32Array;
  /** Position of a coating of the problem, for what is dipped in it or mixed with it; -1 where it is not known. */
  positionOf(coating: string, isMixed: boolean): number;
  /** What people have been told, which is moved only for a price; null where nobody was told anything. */
  readonly told: CompiledTold | null;
}

/** Tasks that people have been told. */
export interface CompiledTold {
  /** For each shift the minutes at which one of them starts. */
  readonly starts: readonly ReadonlySet<number>[];
  readonly count: number;
  /** What it costs that one of them is moved or given to somebody else. */
  readonly price: number;
}

/** A plan that people have been told, and what it costs to move one task of it. */
export interface Told {
  readonly plan: Plan;
  readonly price: number;
}

export interface CompiledStage {
  readonly fixedMinutes: number;
  readonly secondsPerPiece: number;
  /** Infinity where the run may be as long as it takes. */
  readonly maxRun: number;
  /** Position of the coating, or -1. */
  readonly coating: number;
  /** As the problem has it. */
  readonly stage: ProductStage;
  readonly zone: number;
  /** Where its trays lie first, and for how long; -1 and 0 where that is the zone itself. */
  readonly firstZone: number;
  readonly firstMinutes: number;
  readonly perTray: number;
  readonly minWait: number;
  readonly maxWait: number;
  /** Mask of what the pieces bring into the bowl. */
  readonly brings: number;
  /** Who has the skill, by position. */
  readonly people: readonly number[];
  /** Pace of the fastest of them, in percent of the standard time; 100 where there is nobody. */
  readonly fastest: number;
  /** The same of the slowest. */
  readonly slowest: number;
}

export interface CompiledMould {
  /** Position of its room, after those of the zones. */
  readonly room: number;
  readonly perMould: number;
  /** The stages that it is taken in and given back in. */
  readonly from: number;
  readonly until: number;
}

export interface CompiledProduct {
  readonly index: number;
  readonly product: Product;
  readonly stages: readonly CompiledStage[];
  readonly life: number;
  readonly target: number;
  readonly clock: number;
  /** Mask of the allergens that it tells of, which it may meet in a bowl. */
  readonly declared: number;
  /** Mask of those that it may meet beyond them where no order is free from them. */
  readonly mayContain: number;
  /** What a piece costs in labour where batches are as large as they may be. */
  readonly makePrice: number;
  /** The moulds that a run of it takes; null for none. */
  readonly mould: CompiledMould | null;
  /** Most good pieces in one batch whoever works on it, and if the fastest do. */
  readonly most: number;
  readonly mostByFastest: number;
}

/**
 * A coating of the problem for what is dipped in it; where it is mixed in as well, once more for that: melts of the one are not
 * for the other, and only what is dipped needs a tail.
 */
export interface CompiledCoating {
  /** As the problem has it. */
  readonly coating: Coating;
  readonly isMixed: boolean;
  readonly allergens: number;
  /** Who can set it up, by position. */
  readonly people: readonly number[];
}

export interface CompiledBowl {
  readonly capacity: number;
  /** What must stay in it of each coating, by its position. */
  readonly tails: readonly number[];
  /** How long each coating is usable in it, by its position. */
  readonly usable: readonly number[];
  /** What it holds already, or null. */
  readonly held: CompiledHeld | null;
}

/** Pieces in stock. */
export interface CompiledLot {
  readonly id: string;
  readonly product: number;
  readonly pieces: number;
  readonly clock: number;
  readonly zone: number;
  /** Minute at which what nobody has taken is given up. */
  readonly until: number;
  /** Mask of what it may carry. */
  readonly allergens: number;
}

export interface CompiledHeld {
  /** The id of its melt. */
  readonly name: string;
  readonly coating: number;
  readonly allergens: number;
  readonly grams: number;
  readonly until: number;
}

export interface CompiledPerson {
  readonly pace: number;
  /** The person's shifts, by position, the first first. */
  readonly shifts: readonly number[];
}

export interface CompiledShift {
  readonly person: number;
  readonly start: number;
  readonly end: number;
}

/** One line of one order. */
export interface CompiledLine {
  readonly order: number;
  readonly product: number;
  readonly pieces: number;
  /** By when its pieces are as old as at the pickup. */
  readonly due: number;
  readonly leave: number;
  readonly weight: number;
  /** Where its trays lie after the last stage. */
  readonly zone: number;
  /** Mask of the allergens that its order is free from. */
  readonly freeFrom: number;
}

/** Puts a checked problem into positions. @throws InputError when it tells apart more allergens than a mask holds */
export function compile(problem: Problem, told?: Told): CompiledProblem {
  const kinds = coatingsOf(problem);
  const coatingAt = new Map(
    kinds.map(({ coating, isMixed }, index) => [coatingKey(coating.id, isMixed), index]),
  );
  const zoneAt = positions(problem.zones);
  const coatingsById = new Map(problem.coatings.map((coating) => [coating.id, coating]));
  const masks = new AllergenMasks(problem);
  const able = (skill: string): number[] =>
    problem.people.flatMap((person, index) => (person.skills.includes(skill) ? [index] : []));
  const stageOf = (product: Product, stage: ProductStage, k: number): CompiledStage => {
    const people = able(stage.skill);
    const paces = people.length > 0 ? people.map((person) => problem.people[person]!.pace) : [100];
    return {
      fixedMinutes: stage.fixedMinutes,
      secondsPerPiece: stage.secondsPerPiece,
      maxRun: stage.maxRunMinutes ?? Infinity,
      coating:
        stage.coating === null
          ? -1
          : coatingAt.get(coatingKey(stage.coating.id, stage.coating.isMixed === true))!,
      stage,
      zone: zoneAt.get(stage.then.zone)!,
      firstZone: stage.then.first ? zoneAt.get(stage.then.first.zone)! : -1,
      firstMinutes: stage.then.first?.minutes ?? 0,
      perTray: stage.then.piecesPerTray,
      minWait: stage.then.minMinutes,
      maxWait: stage.then.maxMinutes,
      brings: masks.of(allergensBefore(product, k, coatingsById)),
      people,
      fastest: Math.min(...paces),
      slowest: Math.max(...paces),
    };
  };
  const products = problem.products.map((product, index): CompiledProduct => ({
    index,
    product,
    stages: product.stages.map((stage, k) => stageOf(product, stage, k)),
    life: product.lifeMinutes,
    target: product.targetAgeMinutes,
    clock: clockStageIndex(product),
    declared: masks.of(declaredAllergens(product, coatingsById)),
    mayContain: masks.of(product.mayContain ?? []),
    makePrice: makePriceOf(problem, product),
    mould: mouldOf(problem, product),
    most: largestBatch(problem, product, 'slowest'),
    mostByFastest: largestBatch(problem, product, 'fastest'),
  }));
  const hands = peopleAndShifts(problem);
  const lines = linesOf(problem, masks);
  return {
    problem,
    now: problem.now ?? 0,
    products,
    coatings: kinds.map(({ coating, isMixed }) => ({
      coating,
      isMixed,
      allergens: masks.of(coating.allergens),
      people: able(coating.skill),
    })),
    bowls: bowlsOf(problem, { kinds, coatingAt, masks }),
    ...hands,
    lines,
    lots: lotsOf(problem, masks),
    personAt: positions(problem.people),
    lineAt: new Map(
      lines.map(({ order, product }, index) => [
        lineKey(problem.orders[order]!.id, problem.products[product]!.id),
        index,
      ]),
    ),
    changeover: changeoverTable(problem, kinds),
    positionOf: (coating, isMixed) => coatingAt.get(coatingKey(coating, isMixed)) ?? -1,
    told: told ? toldTasks(problem, hands, told) : null,
  };
}

function mouldOf({ moulds = [], zones }: Problem, { mould, stages }: Product): CompiledMould | null {
  if (!mould) return null;
  const stageAt = positions(stages);
  return {
    room: zones.length + moulds.findIndex(({ id }) => id === mould.id),
    perMould: mould.piecesPerMould,
    from: stageAt.get(mould.from)!,
    until: stageAt.get(mould.until)!,
  };
}

/** The bowls with what of each coating stays in them, how long they keep it, and what they hold. */
function bowlsOf(
  problem: Problem,
  {
    kinds,
    coatingAt,
    masks,
  }: {
    readonly kinds: readonly Pick<CompiledCoating, 'coating' | 'isMixed'>[];
    readonly coatingAt: ReadonlyMap<string, number>;
    readonly masks: AllergenMasks;
  },
): CompiledBowl[] {
  return problem.melters.map((melter) => ({
    capacity: melter.capacityGrams,
    tails: kinds.map(({ isMixed }) => (isMixed ? 0 : melter.tailGrams)),
    usable: kinds.map(({ coating }) => usableMinutes(coating, melter)),
    held: melter.holds
      ? {
          name: heldMelt(melter),
          coating: coatingAt.get(coatingKey(melter.holds.coating, false))!,
          allergens: masks.of(melter.holds.allergens),
          grams: melter.holds.grams,
          until: melter.holds.usableUntil,
        }
      : null,
  }));
}

/** Tasks outside of all shifts cannot be kept and are not looked for. */
function toldTasks(
  problem: Problem,
  { people, shifts }: Pick<CompiledProblem, 'people' | 'shifts'>,
  { plan, price }: Told,
): CompiledTold {
  const starts = shifts.map(() => new Set<number>());
  const personAt = positions(problem.people);
  const tell = (person: string, start: number): void => {
    const shift = people[personAt.get(person) ?? -1]?.shifts.find(
      (each) => shifts[each]!.start <= start && start < shifts[each]!.end,
    );
    if (shift !== undefined) starts[shift]!.add(start);
  };
  for (const { stages } of plan.batches) for (const { person, start } of stages) tell(person, start);
  for (const { person, setupStart } of plan.melts) tell(person, setupStart);
  return { starts, count: starts.reduce((sum, each) => sum + each.size, 0), price };
}

function positions(list: readonly { readonly id: string }[]): ReadonlyMap<string, number> {
  return new Map(list.map(({ id }, index) => [id, index]));
}

function peopleAndShifts(problem: Problem): Pick<CompiledProblem, 'people' | 'shifts'> {
  const shifts: CompiledShift[] = [];
  const people = problem.people.map(({ pace, shifts: spans }, person) => ({
    pace,
    shifts: spans.map(([start, end]) => shifts.push({ person, start, end }) - 1),
  }));
  return { people, shifts };
}

function linesOf(problem: Problem, masks: AllergenMasks): CompiledLine[] {
  const productAt = positions(problem.products);
  const zoneAt = positions(problem.zones);
  return problem.orders.flatMap((order, index) =>
    order.lines.map(({ product, pieces }) => ({
      order: index,
      product: productAt.get(product)!,
      pieces,
      // ages are all that it is asked for: when boxes leave is told beside it
      due: agedMinute(order, product, problem.places),
      leave: leaveMinute(order, problem.places),
      weight: order.weight,
      zone: zoneAt.get(pickupZone(order, problem.products[productAt.get(product)!]!, problem.places))!,
      freeFrom: masks.of(order.freeFrom ?? []),
    })),
  );
}

function lotsOf(problem: Problem, masks: AllergenMasks): CompiledLot[] {
  const { stock = [], products, zones, now = 0, horizon } = problem;
  const productAt = positions(products);
  const zoneAt = positions(zones);
  const lots = stock.map(({ id, product, pieces, clock, zone, allergens }) => {
    const index = productAt.get(product)!;
    const until = Math.min(horizon, Math.max(now, clock + products[index]!.lifeMinutes));
    return {
      id,
      product: index,
      pieces,
      clock,
      zone: zoneAt.get(zone)!,
      until,
      allergens: masks.of(allergens),
    };
  });
  return lots.sort((a, b) => a.clock - b.clock);
}

function makePriceOf({ weights }: Problem, { stages, maxBatchPieces }: Product): number {
  const minutes = stages.reduce(
    (sum, { fixedMinutes, secondsPerPiece }) => sum + fixedMinutes / maxBatchPieces + secondsPerPiece / 60,
    0,
  );
  return weights.labourMinute * minutes;
}

/** The coatings of a problem in its order, and after them those that are mixed in once more, for that. */
function coatingsOf({ coatings, products }: Problem): Pick<CompiledCoating, 'coating' | 'isMixed'>[] {
  const mixed = new Set(
    products.flatMap(({ stages }) => stages.flatMap(({ coating }) => (coating?.isMixed ? [coating.id] : []))),
  );
  return [
    ...coatings.map((coating) => ({ coating, isMixed: false })),
    ...coatings.filter(({ id }) => mixed.has(id)).map((coating) => ({ coating, isMixed: true })),
  ];
}

function coatingKey(id: string, isMixed: boolean): string {
  return `${isMixed ? 'mixed' : 'dipped'} ${id}`;
}

function changeoverTable(
  { changeovers }: Problem,
  kinds: readonly Pick<CompiledCoating, 'coating' | 'isMixed'>[],
): Int32Array {
  const minutes = new Map(changeovers.pairs.map((pair) => [`${pair.from} ${pair.to}`, pair.minutes]));
  return Int32Array.from(
    kinds.flatMap(({ coating: from }) =>
      kinds.map(({ coating: to }) =>
        from === to ? 0 : (minutes.get(`${from.id} ${to.id}`) ?? changeovers.defaultMinutes),
      ),
    ),
  );
}
