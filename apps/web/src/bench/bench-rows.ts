import type { Bench, Piece } from '@alnage/contract';
import {
  isDip,
  rangesOf,
  type BenchWork,
  type DayTrouble,
  type StageWork,
  type WorkAtBench,
} from '@alnage/core/bench';
import { capital, counted, duration, listed, mass } from '../shared/formats/formats';
import { rangesText } from '../shared/bench/ranges-words';
import { waivedText } from '../shared/orders/waiver-words';
import type { PlanWords } from '../shared/plan/plan-names';

/** A work as the bench calls it. */
export interface WorkRow {
  readonly key: string;
  readonly time: string;
  readonly title: string;
  readonly sub: string;
  readonly isLate: boolean;
}

/** What the work is called: Dusk berry; Temper 4.30 kg dark 64. */
export function workTitle(work: BenchWork, words: PlanWords): string {
  if (work.kind === 'melt') return `Prepare ${mass(work.grams)} ${words.coating(work.coating)}`;
  const piece = words.piece(work.product);
  // which of several coats it is has to be said
  return isDip(work) && work.coats === 1
    ? capital(piece)
    : `${capital(words.stage(work.product, work.stage))} ${piece}`;
}

/** Bowl A · dark 64 · planned 09:54–11:02 · Tove; with its day where that is not today. */
export function workSub(work: BenchWork, words: PlanWords, now: number): string {
  const bowl = work.kind === 'melt' ? work.bowl : work.melt?.bowl;
  const coating = work.kind === 'melt' ? null : work.melt?.coating;
  const pieces = work.kind === 'stage' ? counted(work.pieces, 'good piece') : null;
  return [
    pieces,
    bowl && words.bowl(bowl),
    coating && words.coating(coating),
    `planned ${words.near(work.start, now)}–${words.near(work.end, work.start)}`,
    words.person(work.person),
  ]
    .filter(Boolean)
    .join(' · ');
}

/** A work to come, and how late it is by now. */
export function workRow(
  { work }: WorkAtBench,
  words: PlanWords,
  { now, lateMinutes }: { readonly now: number; readonly lateMinutes: number },
): WorkRow {
  const late = lateMinutes >= 1 ? `, ${duration(lateMinutes)} late` : '';
  const more =
    work.kind === 'melt'
      ? words.bowl(work.bowl)
      : `${counted(work.pieces, 'piece')}${work.melt ? `, ${words.bowl(work.melt.bowl)}` : ''}`;
  return {
    ...{ key: work.key, time: words.near(work.start, now), title: workTitle(work, words) },
    sub: more + late,
    isLate: lateMinutes >= 1,
  };
}

/** What must not be forgotten with a work, each with how much it matters. */
export interface Mind {
  readonly text: string;
  readonly tone: 'care' | 'over' | '';
}

const LOST = 'This melt is lost. End the run with what is good, and mend the day.';

export function mindOf(
  at: WorkAtBench,
  { bench, pieces, now }: { readonly bench: Bench; readonly pieces: readonly Piece[]; readonly now: number },
): Mind[] {
  const free = bench.freeFrom[at.work.key] ?? [];
  const promised = `No ${listed(free)} at this bench: boxes of this work are promised free from it.`;
  const isAtBowl = at.work.kind === 'melt' || isDip(at.work);
  const melt = at.work.kind === 'melt' ? at.work.melt : at.work.melt?.id;
  const isLost = melt !== undefined && bench.lost.includes(melt);
  return [
    ...(isLost ? [{ text: LOST, tone: 'over' as const }] : []),
    ...(free.length > 0 ? [{ text: promised, tone: 'over' as const }] : []),
    ...forWhom(at.work, bench),
    ...outOfTheCold(at, pieces, now),
    ...(melt === undefined ? [] : otherRanges(melt, bench, pieces)),
    ...(isAtBowl
      ? [{ text: 'Water spoils the bowl: wipe its base before you tilt it.', tone: '' as const }]
      : []),
  ];
}

/** Whose boxes this work is for who must never have something, and what of it they get knowingly. */
function forWhom(work: BenchWork, { never, tickets }: Bench): Mind[] {
  if (work.kind !== 'stage') return [];
  return work.orders.flatMap(({ order }): Mind[] => {
    const guarded = never[order];
    if (!guarded) return [];
    const { customer, allergies, waiver } = guarded;
    const who = `${tickets[order] ?? ''} ${customer} must never have ${listed(allergies)}.`.trim();
    const isHere = waiver?.clashes.some(({ piece }) => piece === work.product) ?? false;
    return [{ text: isHere ? `${who} ${waivedText(waiver!)}.` : who, tone: isHere ? 'over' : 'care' }];
  });
}

/** What is dipped from one melt in ranges of their own: warmed or cooled between them. */
function otherRanges(melt: string, { works }: Bench, pieces: readonly Piece[]): Mind[] {
  const nameOf = (id: string): string => pieces.find((each) => each.id === id)?.name.toLowerCase() ?? id;
  const text = rangesText(rangesOf(melt, works, pieces), nameOf);
  return text === '' ? [] : [{ text, tone: 'care' }];
}

/** How long centres have been out, against how long they may. */
function outOfTheCold({ work, state }: WorkAtBench, pieces: readonly Piece[], now: number): Mind[] {
  if (work.kind !== 'stage' || state.begunAt === null || state.endedAt !== null) return [];
  const route = pieces.find(({ id }) => id === work.product)?.route;
  const most = route?.find(({ id }) => id === work.stage)?.maxRunMinutes;
  if (!most) return [];
  const out = (now - state.begunAt) / 60_000;
  const text = `Centres have been out ${Math.round(out)} min. After ${most} they soften and take more coat.`;
  return [{ text, tone: out > 0.7 * most ? 'care' : '' }];
}

/** The path of the piece in hand: each stage, done, in hand or to come. */
export interface StageStep {
  readonly name: string;
  readonly sub: string;
  readonly standing: 'done' | 'here' | 'next';
}

export function pathOf(
  at: WorkAtBench,
  { all, now }: { readonly all: readonly WorkAtBench[]; readonly now: number },
  words: PlanWords,
): StageStep[] {
  const { work } = at;
  if (work.kind !== 'stage') return [];
  const own = all.filter((each) => each.work.kind === 'stage' && each.work.batch === work.batch);
  return own.flatMap((each): StageStep[] => {
    const stage = each.work;
    if (stage.kind !== 'stage') return [];
    const { isDone } = each;
    const isHere = stage.key === work.key;
    const rest = `then ${lyingText(stage.rest, words)}`;
    return [
      {
        name: capital(words.stage(stage.product, stage.stage)),
        sub: isDone && !isHere ? `done, ${rest}` : `${words.near(stage.start, now)}, ${rest}`,
        standing: isHere ? 'here' : isDone ? 'done' : 'next',
      },
    ];
  });
}

/** Where trays lie and for how long at least, in turn: 5 min rack, then 40 min fridge. */
export function lyingText({ zone, minMinutes, first }: StageWork['rest'], words: PlanWords): string {
  const told = (minutes: number, id: string): string =>
    minutes > 0 ? `${duration(minutes)} ${words.zone(id)}` : words.zone(id);
  if (!first) return told(minMinutes, zone);
  return `${told(first.minutes, first.zone)}, then ${told(minMinutes - first.minutes, zone)}`;
}

/** An order that lacks pieces: M-0361 lacks 24 dusk berry. */
export function missingText(
  { order, product, pieces }: Pick<Bench['shortages'][number], 'order' | 'product' | 'pieces'>,
  { tickets }: Pick<Bench, 'tickets'>,
  words: PlanWords,
): string {
  return `${tickets[order] ?? 'The spare'} lacks ${pieces} ${words.piece(product)}`;
}

/** What being late, short or without a melt means for today’s pickups, the missing pieces first. */
export function troublesOf(bench: Bench, words: PlanWords): string[] {
  const lacking = new Map<string, Bench['shortages'][number]>();
  for (const each of bench.shortages) {
    const key = `${each.order} ${each.product}`;
    lacking.set(key, { ...each, pieces: each.pieces + (lacking.get(key)?.pieces ?? 0) });
  }
  const missing = [...lacking.values()].map((each) => missingText(each, bench, words));
  return [...missing, ...bench.troubles.map((each) => delayText(each, bench, words))];
}

/** Pieces that come too late: M-0361: dusk berry is ready 12 min after it leaves. */
export function delayText(
  { kind, order, product, minutes }: DayTrouble,
  { tickets }: Pick<Bench, 'tickets'>,
  words: PlanWords,
): string {
  const piece = words.piece(product);
  return kind === 'late-order' && order !== null
    ? `${tickets[order] ?? 'The spare'}: ${piece} is ready ${duration(minutes)} after it leaves`
    : `${capital(piece)} waits ${duration(minutes)} longer than it may`;
}
