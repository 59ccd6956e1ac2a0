import { allergensBefore, toleratedAllergens, walkBowl, type BowlWalkStep } from '../allergens';
import { setupMinutes, stageGrams, startedPieces, usableMinutes } from '../amounts';
import { heldMelt } from '../held-melt';
import { tailFor } from '../mixed-melts';
import type { Batch, HeldCoating, Melt, Product } from '../problem';
import { found, type Catalogue } from '../catalogue';
import type { SoundPlan } from './check-shape';
import type { Report } from './finding';

interface DipTask {
  readonly at: string;
  readonly product: Product;
  readonly k: number;
  /** What the batch's orders are free from. */
  readonly freeFrom: ReadonlySet<string>;
  readonly start: number;
  readonly end: number;
  readonly grams: number;
  readonly isMixed: boolean;
}

interface Filling {
  readonly melt: Melt;
  readonly dips: readonly DipTask[];
  /** What the bowl held at `now` already: nobody sets it up, and its bowl has met these. */
  readonly held: HeldCoating | null;
}

/**
 * Rules 3.5 and 3.7: [melter-overlap] [setup-duration] [melt-window] [melt-ref] [melt-overlap] [melt-unused]
 * [melt-grams] [allergen]. Returns the grams melted and not used, over all melts.
 */
export function checkMelts(catalogue: Catalogue, plan: SoundPlan, report: Report): number {
  const fillings = fillingsOf(catalogue, plan, report);
  for (const filling of fillings) {
    checkWindow(catalogue, filling, report);
    checkGrams(catalogue, filling, report);
  }
  for (const melter of catalogue.problem.melters) checkBowl(catalogue, inBowl(fillings, melter), report);
  return fillings.reduce((sum, filling) => sum + Math.max(0, filling.melt.grams - usedGrams(filling)), 0);
}

function usedGrams(filling: Filling): number {
  return filling.dips.reduce((sum, dip) => sum + dip.grams, 0);
}

function fillingsOf(catalogue: Catalogue, plan: SoundPlan, report: Report): Filling[] {
  const held = heldMelts(catalogue);
  const melts = [...plan.melts, ...held.keys()];
  const dips = new Map<string, DipTask[]>(melts.map((melt) => [melt.id, []]));
  const coatingOf = new Map(melts.map((melt) => [melt.id, melt.coating]));
  for (const batch of plan.batches) {
    const product = found(catalogue.products, batch.product);
    const started = startedPieces(product, batch.pieces);
    const freeFrom = freeFromOf(catalogue, batch);
    batch.stages.forEach((task, k) => {
      const stage = product.stages[k]!;
      const at = `${batch.id} ${stage.id}`;
      const fault = meltRefFault(stage.coating?.id ?? null, task.melt, coatingOf);
      if (fault) report('melt-ref', at, fault);
      else if (task.melt !== null)
        dips.get(task.melt)!.push({
          ...{ ...task, at, product, k, freeFrom, grams: stageGrams(stage, started) },
          isMixed: stage.coating?.isMixed === true,
        });
    });
  }
  return melts.map((melt) => {
    const own = dips.get(melt.id)!.sort((a, b) => a.start - b.start || a.end - b.end);
    const holds = held.get(melt);
    if (!holds) return { melt, dips: own, held: null };
    const closed = Math.max(melt.setupEnd, ...own.map(({ end }) => end));
    return { melt: { ...melt, closed }, dips: own, held: holds };
  });
}

/** What the bowls hold at `now`, each as a melt that is set up by then and empty of dips. */
function heldMelts({ problem }: Catalogue): ReadonlyMap<Melt, HeldCoating> {
  const { now = 0 } = problem;
  return new Map(
    problem.melters.flatMap((melter) => {
      const { holds, id } = melter;
      if (!holds) return [];
      const { coating, grams } = holds;
      const times = { setupStart: now, setupEnd: now, closed: now };
      return [[{ id: heldMelt(melter), melter: id, coating, grams, person: '', ...times }, holds]];
    }),
  );
}

/** All that the orders of a batch are free from. */
function freeFromOf(catalogue: Catalogue, batch: Batch): ReadonlySet<string> {
  return new Set(batch.serves.flatMap(({ order }) => catalogue.orders.get(order)?.freeFrom ?? []));
}

function meltRefFault(
  coating: string | null,
  melt: string | null,
  coatingOf: ReadonlyMap<string, string>,
): string | null {
  if (coating === null) return melt === null ? null : 'a stage without a coating names a melt';
  if (melt === null || !coatingOf.has(melt)) return `unknown melt ${melt}`;
  const holds = coatingOf.get(melt);
  return holds === coating ? null : `melt ${melt} holds ${holds}, not ${coating}`;
}

function checkWindow(catalogue: Catalogue, filling: Filling, report: Report): void {
  const { melt, dips, held } = filling;
  const latest = latestDip(catalogue, filling);
  const isUnused = dips.length === 0;
  const isClosedInTime = melt.closed > melt.setupEnd && melt.closed <= latest;
  if (!isClosedInTime && !(held && isUnused))
    report('melt-window', melt.id, `closed ${melt.closed} outside (${melt.setupEnd}, ${latest}]`);
  if (isUnused && !held) report('melt-unused', melt.id, 'dips nothing');
  checkDips(filling, report);
}

function checkDips({ melt, dips }: Filling, report: Report): void {
  let busyUntil = 0;
  for (const dip of dips) {
    if (dip.start < melt.setupEnd || dip.end > melt.closed)
      report('melt-window', dip.at, `outside [${melt.setupEnd},${melt.closed}) of ${melt.id}`);
    if (dip.isMixed !== dips[0]!.isMixed)
      report('melt-ref', dip.at, `${melt.id} is ${dip.isMixed ? 'dipped from' : 'mixed in'} already`);
    if (dip.start < busyUntil) report('melt-overlap', dip.at, `another stage is at ${melt.id}`);
    busyUntil = Math.max(busyUntil, dip.end);
  }
}

/** The minute until which a filling can be dipped from. */
function latestDip({ coatings, melters }: Catalogue, { melt, held }: Filling): number {
  if (held) return held.usableUntil;
  return melt.setupEnd + usableMinutes(found(coatings, melt.coating), found(melters, melt.melter));
}

function checkGrams(catalogue: Catalogue, filling: Filling, report: Report): void {
  const { melt } = filling;
  const bowl = found(catalogue.melters, melt.melter);
  const used = usedGrams(filling);
  const tail = tailFor(bowl, filling.dips.length > 0 && filling.dips.every(({ isMixed }) => isMixed));
  if (used + tail > melt.grams && !(filling.held && used === 0))
    report('melt-grams', melt.id, `needs ${used} + tail ${tail} > grams ${melt.grams}`);
  if (melt.grams > bowl.capacityGrams)
    report('melt-grams', melt.id, `grams ${melt.grams} > capacity ${bowl.capacityGrams}`);
}

/** Melts that are set up in less time than their grams and the cleaning of their bowls take, by id. */
export function shortSetUps(catalogue: Catalogue, plan: SoundPlan): string[] {
  const fillings = fillingsOf(catalogue, plan, () => undefined);
  return catalogue.problem.melters
    .flatMap((melter) => setUpsOf(catalogue, inBowl(fillings, melter)))
    .flatMap(({ filling: { melt, held }, taken, needed }) => (!held && taken < needed ? [melt.id] : []));
}

function inBowl(fillings: readonly Filling[], { id }: { readonly id: string }): Filling[] {
  return fillings.filter(({ melt }) => melt.melter === id);
}

/** One filling of a bowl after the others: what stood in it before, and how long setting it up takes and should. */
interface SetUp {
  readonly filling: Filling;
  readonly before: Filling | null;
  readonly step: BowlWalkStep;
  readonly taken: number;
  readonly needed: number;
}

/** One bowl's fillings in the order of their set-ups, each as clean as the walk asks. */
function setUpsOf(catalogue: Catalogue, fillings: readonly Filling[]): SetUp[] {
  const inOrder = [...fillings].sort(
    (a, b) => a.melt.setupStart - b.melt.setupStart || a.melt.setupEnd - b.melt.setupEnd,
  );
  const steps = walkBowl(
    inOrder.map(({ melt, dips, held }) => ({
      coating: found(catalogue.coatings, melt.coating),
      met: held?.allergens ?? [],
      dips: dips.map((dip) => ({
        tolerated: toleratedAllergens(found(catalogue.declared, dip.product.id), dip.product, dip.freeFrom),
        brings: allergensBefore(dip.product, dip.k, catalogue.coatings),
      })),
    })),
    catalogue.problem.changeovers,
  );
  return inOrder.map((filling, i): SetUp => {
    const { melt } = filling;
    const step = steps[i]!;
    return {
      filling,
      step,
      before: inOrder[i - 1] ?? null,
      taken: melt.setupEnd - melt.setupStart,
      needed: setupMinutes(found(catalogue.coatings, melt.coating), melt.grams, step.cleanMinutes),
    };
  });
}

/** One bowl's fillings: never two at once, none with less cleaning than it needs. */
function checkBowl(catalogue: Catalogue, fillings: readonly Filling[], report: Report): void {
  const fixed = new Set(catalogue.problem.fixed?.melts.map(({ id }) => id));
  let ownedUntil = 0;
  for (const { filling, before, step, taken, needed } of setUpsOf(catalogue, fillings)) {
    const { melt, dips, held } = filling;
    if (melt.setupStart < ownedUntil)
      report('melter-overlap', melt.id, `${melt.melter} is owned until ${ownedUntil}`);
    ownedUntil = Math.max(ownedUntil, melt.closed);
    // what is fixed may be cleaned for longer than it has come to need, never for less
    const isWrong = fixed.has(melt.id) ? taken < needed : taken !== needed;
    if (isWrong && !held) {
      // after which melt belongs to it: that fixed work lacks a cleaning does not excuse what is put before it
      const cleaning = `cleaning ${step.cleanMinutes}${before ? ` after ${before.melt.id}` : ''}`;
      report('setup-duration', melt.id, `takes ${taken}, must take ${needed} (${cleaning})`);
    }
    step.unwanted.forEach((allergen, i) => {
      if (allergen !== null)
        report('allergen', dips[i]!.at, `${allergen} is in bowl ${melt.id} but not declared`);
    });
  }
}
