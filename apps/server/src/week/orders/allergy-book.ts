import {
  allergenClashes,
  piecesOfOrder,
  type AllergenClash,
  type ClashBook,
  type OrderContents,
} from '@alnage/core';
import type { FieldProblem } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { fieldProblem } from '../../platform/http/field-problem';
import { loadDeclared } from '../../shop/recipe-book/load-declared';
import type { CustomerEntity } from '../../store/work/customer.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';

type Known = Pick<CustomerEntity, 'name' | 'allergies'>;

/** What the pieces declare and may contain, to be held against what somebody must never have. */
export class AllergyBook {
  private readonly clashOf = new Map<string, readonly AllergenClash[]>();

  private constructor(private readonly book: ClashBook) {}

  static async load(manager: EntityManager): Promise<AllergyBook> {
    const { mayContainStop: stop } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
    return new AllergyBook({
      pieces: await manager.find(PieceEntity),
      declared: await loadDeclared(manager),
      stop,
    });
  }

  /** How far what may be in a piece stops an order. */
  get stop(): ClashBook['stop'] {
    return this.book.stop;
  }

  /** What of an order its customer must never have, by the shop’s rule. */
  clashes({ allergies }: Known, contents: OrderContents): AllergenClash[] {
    return piecesOfOrder(contents).flatMap(({ piece }) => this.ofPiece(allergies, piece));
  }

  /** A list asks of the same few pieces line by line. */
  private ofPiece(allergies: readonly string[], piece: string): readonly AllergenClash[] {
    const key = JSON.stringify([allergies, piece]);
    const known = this.clashOf.get(key) ?? allergenClashes(allergies, [piece], this.book);
    this.clashOf.set(key, known);
    return known;
  }
}

/** What is told of it: for each piece what it contains, and what it may. */
export function clashProblems({ name }: Known, clashes: readonly AllergenClash[]): FieldProblem[] {
  const told = (code: FieldProblem['code'], piece: string, allergens: readonly string[]): FieldProblem[] =>
    allergens.length === 0
      ? []
      : [fieldProblem('/customer', code, { customer: name, piece, allergens: allergens.join(', ') })];
  return clashes.flatMap(({ piece, allergens, mayContain }) => [
    ...told('not-for-customer', piece, allergens),
    ...told('may-not-be-for-customer', piece, mayContain),
  ]);
}
