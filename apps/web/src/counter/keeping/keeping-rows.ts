import type { BatchKeeping, KeepingNow, Workshop, ZoneNow } from '@alnage/contract';
import { TOLERANCE_KELVIN } from '@alnage/core/keeping';
import { counted, duration, listed, money, temperature, temperatureStep } from '../../shared/formats/formats';
import { WallTime } from '../../shared/formats/wall-time';
import { MOVE_WORDS } from '../../shared/keeping/move-words';
import { excursionText, type Tone } from '../../shared/keeping/zone-rows';
import { nameOf } from '../../shared/name-of';
import { METHOD_WORDS } from '../../shared/orders/method-words';

/** A batch as it keeps, and what is to be done about it. */
export interface BatchRow {
  readonly id: string;
  readonly name: string;
  readonly piece: string;
  readonly pieces: string;
  readonly where: string;
  readonly age: string;
  /** The share of its life that is used, at most 1, and of that what warmth took. */
  readonly used: number;
  readonly lost: number;
  readonly usedText: string;
  readonly eatBy: string;
  readonly advice: string;
  readonly tone: Tone;
  readonly most: number;
  /** Pieces of it that nobody is to have, told and counted. */
  readonly spare: number;
  readonly spareText: string;
  /** What one of them costs; null where it has no price. */
  readonly priceMinor: number | null;
  readonly cause: string;
  readonly moves: readonly { readonly id: string; readonly text: string }[];
}

export interface KeepingInput {
  readonly keeping: KeepingNow;
  readonly workshop: Workshop;
  readonly pieceNames: ReadonlyMap<string, string>;
  readonly prices: ReadonlyMap<string, number | null>;
  readonly tickets: Readonly<Record<string, string>>;
  readonly now: number;
}

/** What was wrong in a zone and when, the newest first: Thu 18, 14:05–15:30: too warm, up to 12 °C. */
export function excursionRows(zone: ZoneNow | undefined, timeZone: string): string[] {
  const wall = new WallTime(timeZone);
  return (zone?.excursions ?? [])
    .map((each) => `${wall.span(Date.parse(each.from), Date.parse(each.until))}: ${excursionText(each)}`)
    .reverse();
}

/** What is told of the rule by which a zone is judged. */
export function toleranceText(): string {
  return `More than ${temperatureStep(TOLERANCE_KELVIN)} off what it is set to, for ten minutes, is told. A silent sensor counts as the warmest that it said round its silence.`;
}

/** Batches that are dipped, those first that something is wrong with, then the first to be eaten. */
export function batchRows(input: KeepingInput): BatchRow[] {
  return input.keeping.batches
    .filter(({ clockAt }) => clockAt !== null)
    .filter(
      (batch) =>
        batch.moves.length > 0 || batch.spare > 0 || batch.isStopped || isStillHere(batch, input.now),
    )
    .map((batch) => ({ batch, row: batchRow(batch, input) }))
    .sort(
      (a, b) =>
        TONES.indexOf(a.row.tone) - TONES.indexOf(b.row.tone) ||
        Number(b.row.spare > 0) - Number(a.row.spare > 0) ||
        Date.parse(a.batch.eatBy) - Date.parse(b.batch.eatBy),
    )
    .map(({ row }) => row);
}

const TONES: readonly Tone[] = ['over', 'care', 'well', 'soft'];

/** Whether some of it is still to be collected. */
function isStillHere({ pickups }: BatchKeeping, now: number): boolean {
  return pickups.some(({ pickupAt }) => Date.parse(pickupAt) >= now);
}

function batchRow(batch: BatchKeeping, input: KeepingInput): BatchRow {
  const { workshop, pieceNames } = input;
  const wall = new WallTime(workshop.timeZone);
  const gone = batch.moves.reduce((sum, { pieces }) => sum + pieces, 0);
  const left = batch.pieces - gone;
  const used = Math.min(1, batch.used);
  return {
    id: batch.batch,
    name: pieceNames.get(batch.piece) ?? batch.piece,
    pieces: gone > 0 ? `${left} of ${counted(batch.pieces, 'piece')}` : counted(batch.pieces, 'piece'),
    where: batch.zone === null ? 'in hand' : nameOf(workshop.zones, batch.zone),
    age: ageText(batch),
    used,
    lost: batch.agedMinutes > 0 ? used * (batch.lostMinutes / batch.agedMinutes) : 0,
    usedText: `${Math.round(100 * batch.used)}% of its life is used`,
    eatBy: wall.dateTime(Date.parse(batch.eatBy)),
    ...adviceOf(batch, { left, input, wall }),
    piece: batch.piece,
    ...{ most: left, spare: batch.spare, spareText: spareText(batch.spare, left) },
    priceMinor: input.prices.get(batch.piece) ?? null,
    cause: causeOf(batch, workshop),
    moves: batch.moves.map((move) => ({ id: move.id, text: moveText(move, workshop, wall) })),
  };
}

function spareText(spare: number, left: number): string {
  if (spare === 0) return '';
  return spare === left ? 'Nobody is to have it.' : `Nobody is to have ${spare} of them.`;
}

/** What became of pieces: 6 pieces sold Thu 18, 11:30 for €4.80, cash: children’s box. */
export function moveText(
  { kind, pieces, cause, at, paid }: BatchKeeping['moves'][number],
  { currency }: Workshop,
  wall: WallTime,
): string {
  const done = `${counted(pieces, 'piece')} ${MOVE_WORDS[kind]} ${wall.dayTime(Date.parse(at))}`;
  const takings = paid ? ` for ${money(paid.amountMinor, currency)}, ${METHOD_WORDS[paid.method]}` : '';
  return `${done}${takings}${cause ? `: ${cause}` : ''}`;
}

/** How old it is, and what of that warmth made. */
function ageText({ beyond, elapsedMinutes, agedMinutes, lostMinutes }: BatchKeeping): string {
  // of what was where nobody knows its age is no figure
  if (beyond) return `${duration(Math.round(elapsedMinutes))} since its dip`;
  const age = `${duration(Math.round(agedMinutes))} old`;
  const lost = Math.round(lostMinutes);
  return lost > 0 ? `${age}, ${duration(lost)} of it by warmth` : age;
}

/** What is to be done: remake, move, hand out first, or nothing. */
function adviceOf(
  batch: BatchKeeping,
  { left, input, wall }: { readonly left: number; readonly input: KeepingInput; readonly wall: WallTime },
): Pick<BatchRow, 'advice' | 'tone'> {
  if (left === 0) return { advice: 'None of it is left.', tone: 'soft' };
  if (batch.isStopped)
    return { advice: 'Stopped: it does not leave the shop. See Recall, under Ledger.', tone: 'over' };
  const told = (verdict: 'at-risk' | 'too-old'): string =>
    ticketsText(
      batch.pickups.filter((each) => each.verdict === verdict && Date.parse(each.pickupAt) >= input.now),
      input,
      wall,
    );
  if (batch.beyond) {
    const { celsius, from } = batch.beyond;
    return {
      advice: `It was at ${temperature(celsius)} from ${wall.dayTime(Date.parse(from))} on, which its keeping is not known for: judge it by hand, or write it off and make it anew.`,
      tone: 'over',
    };
  }
  const old = told('too-old');
  if (old)
    return {
      advice: `Too old by then: ${old}. Hand it out sooner, or write it off and make it anew.`,
      tone: 'over',
    };
  const risky = told('at-risk');
  if (risky)
    return {
      advice: `Move it to where it is cool: as warm as it is now, it is too old for ${risky}.`,
      tone: 'care',
    };
  if (batch.lostMinutes > FIRST_OUT_MINUTES)
    return { advice: 'It lay warm: hand it out before others of its kind.', tone: 'care' };
  return { advice: '', tone: 'well' };
}

/** What lost more than this to warmth goes out first. Shop default. */
const FIRST_OUT_MINUTES = 60;
const TICKETS_TOLD = 3;

function ticketsText(pickups: BatchKeeping['pickups'], { tickets }: KeepingInput, wall: WallTime): string {
  const told = pickups
    .slice(0, TICKETS_TOLD)
    .map(
      ({ order, pickupAt }) => `${tickets[order] ?? 'spare pieces'}, ${wall.dayTime(Date.parse(pickupAt))}`,
    );
  const more = pickups.length - told.length;
  return listed([...told, ...(more > 0 ? [`${more} more`] : [])]);
}

function causeOf({ beyond, lostMinutes, zone }: BatchKeeping, { zones }: Workshop): string {
  const where = nameOf(zones, beyond?.zone ?? zone ?? '').toLowerCase();
  if (beyond) return `${temperature(beyond.celsius)} in the ${where || 'kitchen'}`.slice(0, 120);
  return lostMinutes > FIRST_OUT_MINUTES ? `Lay warm, ${duration(Math.round(lostMinutes))} lost` : '';
}
