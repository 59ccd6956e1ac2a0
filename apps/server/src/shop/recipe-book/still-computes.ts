import type { FieldProblem } from '@alnage/contract';
import {
  bindRecipe,
  InputError,
  recipeFigures,
  usesOfPiece,
  type LarderBook,
  type MakeUp,
} from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { BoxEntity } from '../../store/workshop/box.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { PickupPointEntity } from '../../store/workshop/resources.entity';

/**
 * Recipes, pieces, boxes and parcels that could no longer be computed with such a book, by name, each with what it would lack.
 * Those that cannot be with the book as it is are nobody's fault now.
 */
export async function brokenBy(
  manager: EntityManager,
  book: LarderBook,
): Promise<{ readonly name: string; readonly fault: InputError }[]> {
  const pieces = await manager.find(PieceEntity);
  const boxes = await manager.find(BoxEntity);
  const points = await manager.find(PickupPointEntity);
  const made = (makeUp: MakeUp) => (): unknown => usesOfPiece(makeUp, book);
  const tried = [
    ...book.recipes.map((each) => ({
      name: each.name,
      compute: () => recipeFigures(bindRecipe(each, book)),
    })),
    ...pieces.map((piece) => ({ name: piece.name, compute: made(piece) })),
    ...boxes.map(({ name, supplies }) => ({ name, compute: made({ recipe: null, supplies }) })),
    ...points.map(({ name, sending }) => ({
      name,
      compute: made({ recipe: null, supplies: sending?.supplies ?? [] }),
    })),
  ];
  return tried.flatMap(({ name, compute }) => {
    const fault = faultOf(compute);
    return fault ? [{ name, fault }] : [];
  });
}

function faultOf(compute: () => unknown): InputError | null {
  try {
    compute();
    return null;
  } catch (error) {
    if (error instanceof InputError) return error;
    throw error;
  }
}

/** The same, told at the field of a supply that would mend it: its density, or the weight of one. */
export async function supplyProblems(manager: EntityManager, book: LarderBook): Promise<FieldProblem[]> {
  return (await brokenBy(manager, book)).map(({ name, fault }) => ({
    pointer: fault.value === 'piece' ? '/gramsPerPiece' : '/gramsPerMl',
    code: 'not-convertible',
    params: { value: String(fault.value), range: `${fault.range}: ${name} takes it so` },
  }));
}
