import {
  bowlLevels,
  catalogueOf,
  startedPieces,
  traysFor,
  type BatchStage,
  type Catalogue,
  type Plan,
  type Problem,
} from '@alnage/core';

/** Whose sheet it is: somebody’s own work, or what is melted and dipped in one bowl. */
export const SHEET_KINDS = ['people', 'bowls'] as const;
export type SheetKind = (typeof SHEET_KINDS)[number];

/** One line of a sheet, in minutes from the horizon’s start. */
export interface SheetLine {
  readonly start: number;
  readonly end: number;
  readonly what: string;
  /** What it is for or from: the melt and its bowl, or who does it. */
  readonly with: string;
  /** Where it goes, and what is left. */
  readonly then: string;
}

/** Names and times for the ids and minutes of a plan. */
export interface SheetWords {
  piece(id: string): string;
  stage(product: string, id: string): string;
  /** What is weighed for so many that are mixed in a stage, in grams; null where it mixes nothing. */
  mixed(
    product: string,
    stage: string,
    pieces: number,
  ): { readonly coating: number; readonly bits: number } | null;
  bowl(id: string): string;
  coating(id: string): string;
  zone(id: string): string;
  person(id: string): string;
  clock(minute: number): string;
}

export interface SheetAsk {
  readonly problem: Problem;
  readonly plan: Plan;
  readonly words: SheetWords;
}

/** What somebody does by a plan, the first first. */
export function personLines({ problem, plan, words }: SheetAsk, person: string): SheetLine[] {
  const catalogue = catalogueOf(problem);
  const setUps = plan.melts
    .filter((melt) => melt.person === person)
    .map(({ setupStart, setupEnd, grams, coating, melter }): SheetLine => ({
      start: setupStart,
      end: setupEnd,
      what: `Melt ${kilograms(grams)} ${words.coating(coating)}`,
      with: words.bowl(melter),
      then: `in temper by ${words.clock(setupEnd)}`,
    }));
  const tasks = plan.batches.flatMap((batch) =>
    batch.stages
      .filter((task) => task.person === person)
      .map((task): SheetLine => ({
        start: task.start,
        end: task.end,
        what: `${capital(words.stage(batch.product, task.stage))} ${started(catalogue, batch)} ${words.piece(batch.product)}${mixText(words.mixed(batch.product, task.stage, started(catalogue, batch)))}`,
        with: `${batch.id}${meltText(plan, task, words)}`,
        then: restText(catalogue, batch, { task, words }),
      })),
  );
  return inTurn([...setUps, ...tasks]);
}

/** What is melted and dipped in a bowl by a plan, the first first, with what is left in it after each run. */
export function bowlLines({ problem, plan, words }: SheetAsk, bowl: string): SheetLine[] {
  const catalogue = catalogueOf(problem);
  return inTurn(
    bowlLevels(catalogue, plan)
      .filter(({ melt }) => melt.melter === bowl)
      .flatMap(({ melt, steps, tailGrams, leftGrams }): SheetLine[] => [
        {
          start: melt.setupStart,
          end: melt.setupEnd,
          what: `Melt ${kilograms(melt.grams)} ${words.coating(melt.coating)}`,
          with: words.person(melt.person),
          then: `tail ${kilograms(tailGrams)}, ${kilograms(leftGrams)} left at ${words.clock(melt.closed)}`,
        },
        ...steps.map((step) => ({
          start: step.start,
          end: step.end,
          what: `${capital(words.stage(step.product, step.stage))} ${step.pieces} ${words.piece(step.product)}${mixText(words.mixed(step.product, step.stage, step.pieces))}`,
          with: `${step.batch}, ${words.person(personOf(plan, step.batch, step.stage))}`,
          then: `${kilograms(step.gramsAfter)} in the bowl after it`,
        })),
      ]),
  );
}

function inTurn(lines: SheetLine[]): SheetLine[] {
  return lines.sort((a, b) => a.start - b.start);
}

function personOf(plan: Plan, batch: string, stage: string): string {
  return plan.batches.find(({ id }) => id === batch)!.stages.find((task) => task.stage === stage)!.person;
}

/** Pieces as they are started: with those for rejects. */
function started(catalogue: Catalogue, { product, pieces }: { product: string; pieces: number }): number {
  return startedPieces(catalogue.products.get(product)!, pieces);
}

function meltText({ melts }: Plan, { melt: id }: BatchStage, words: SheetWords): string {
  const melt = melts.find((each) => each.id === id);
  return melt ? `, ${words.bowl(melt.melter)}, ${words.coating(melt.coating)}` : '';
}

function restText(
  catalogue: Catalogue,
  batch: { readonly product: string; readonly pieces: number; readonly stages: readonly BatchStage[] },
  { task, words }: { task: BatchStage; words: SheetWords },
): string {
  const product = catalogue.products.get(batch.product)!;
  const k = product.stages.findIndex(({ id }) => id === task.stage);
  const { then } = product.stages[k]!;
  const trays = traysFor(started(catalogue, batch), then.piecesPerTray);
  const first = then.first ? `${then.first.minutes} min in the ${words.zone(then.first.zone)}, then ` : '';
  const place = `${first}${trays} ${trays === 1 ? 'tray' : 'trays'} to the ${words.zone(then.zone)}`;
  const next = batch.stages[k + 1];
  return next ? `${place} until ${words.clock(next.start)}` : place;
}

/** What goes into a mix, both to be weighed; nothing where nothing is mixed. */
function mixText(mix: ReturnType<SheetWords['mixed']>): string {
  return mix ? `: ${kilograms(mix.coating)} coating, ${kilograms(mix.bits)} bits` : '';
}

function kilograms(grams: number): string {
  return `${(grams / 1000).toFixed(2)} kg`;
}

function capital(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
}
