import { seenOf } from '@alnage/contract';
import {
  formOfSize,
  boughtAs,
  pieceCoat,
  sizeClassOf,
  usesOfPiece,
  type CoatPortion,
  type ItemAmount,
  type RunExpected,
  type StageWork,
} from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { loadBook } from '../../shop/recipe-book/load-book';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { ProblemError } from '../../platform/http/problem-error';
import { readWeighings } from '../../week/learned/read-weighings';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { loadDippery } from '../../shop/dippery/dippery';
import { PersonEntity } from '../../store/workshop/resources.entity';

/** A run of a piece as it is described and was learned so far. */
export interface KnownRun extends RunExpected {
  readonly piece: PieceEntity;
  readonly portion: CoatPortion;
  readonly sizeClass: string;
  /** Whether the stage is the first with a coating: what is in the piece goes with it. */
  readonly isFirstCoat: boolean;
}

/** What a run is held against. @throws ProblemError `record-not-found` for a piece, or a coat of it, that is gone */
export async function knownRun(manager: EntityManager, work: StageWork, now: Date): Promise<KnownRun> {
  const piece = await manager.findOneBy(PieceEntity, { id: work.product });
  const stage = piece?.route.find(({ id }) => id === work.stage);
  const sizeClass = piece ? sizeClassOf(piece.form, piece.sizes) : '';
  const portion = piece && (await portionNow(manager, { piece, sizeClass, coat: stage?.coat ?? null, now }));
  if (!piece || !stage || !portion)
    throw new ProblemError('record-not-found', { what: 'piece', id: work.product });
  return {
    ...{ piece, portion, sizeClass, pieces: work.pieces },
    coat: {
      ...{ logMean: Math.log(portion.grams), logVariance: portion.logSd ** 2 },
      ...{ weighings: portion.weighings, doubtful: portion.doubtful },
    },
    spread: portion.spread,
    secondsPerPiece: (60 * (work.end - work.start)) / work.startPieces,
    isFirstCoat: piece.route.find(({ coat }) => coat !== null)!.id === work.stage,
  };
}

/** A coat of a piece as its weighings teach it by now. */
export async function portionNow(
  manager: EntityManager,
  {
    piece,
    sizeClass,
    coat,
    now,
  }: {
    readonly piece: PieceEntity;
    readonly sizeClass: string;
    readonly coat: string | null;
    readonly now: Date;
  },
): Promise<CoatPortion | undefined> {
  const weighings = (await readWeighings(manager, now)).filter((each) => each.piece === piece.id);
  const form = formOfSize(
    piece.form,
    piece.sizes.find(({ id }) => id === sizeClass),
  );
  const { portions } = pieceCoat({ form, drizzle: piece.drizzle }, await loadDippery(manager), {
    sizeClass,
    seen: weighings.map(seenOf),
  });
  return portions.find(({ role }) => role === coat);
}

/** Minutes that the piece’s route says of so many, at the pace of whoever worked. */
export async function describedMinutes(
  manager: EntityManager,
  { piece, work, pieces }: { readonly piece: PieceEntity; readonly work: StageWork; readonly pieces: number },
): Promise<number> {
  const { fixedMinutes, secondsPerPiece } = piece.route.find(({ id }) => id === work.stage)!;
  const person = await manager.findOneBy(PersonEntity, { id: work.person });
  return ((60 * fixedMinutes + secondsPerPiece * pieces) * (person?.pace ?? 100)) / 6000;
}

/** What a run takes out of the larder: its coating, a blend by its parts, and with the first coat what is dipped. */
export async function usesOfRun(
  manager: EntityManager,
  { piece, isFirstCoat }: KnownRun,
  {
    work,
    coatGrams,
    pieces,
  }: { readonly work: StageWork; readonly coatGrams: number; readonly pieces: number },
): Promise<ItemAmount[]> {
  const book = await loadBook(manager);
  const coating = await boughtOf(manager, work.melt!.coating, coatGrams);
  const centres = isFirstCoat
    ? usesOfPiece(piece, book)
        .filter(({ per, recipe }) => per === 'started' && recipe === null)
        .map(({ item, amount }) => ({ item, amount: amount * pieces }))
    : [];
  return [...coating, ...centres].filter(({ amount }) => amount > 0);
}

/** A coating that is gone by now is what it was. */
const PLAIN_COATING = { kind: 'dark', parts: [], thinnedPercent: 0 } as const;

/** Grams of a coating as what is bought of it: of a blend that is mixed here, its parts; and the fat that is stirred in. */
export async function boughtOf(
  manager: EntityManager,
  coating: string,
  grams: number,
): Promise<ItemAmount[]> {
  const all = await manager.find(CoatingEntity);
  const found = all.find(({ id }) => id === coating);
  return boughtAs(found ?? { ...PLAIN_COATING, id: coating }, all).map(({ item, share }) => ({
    item,
    amount: share * grams,
  }));
}
