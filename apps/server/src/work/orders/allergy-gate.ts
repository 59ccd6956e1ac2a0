import type { AllergyWaived, AllergyWaiver } from '@alnage/contract';
import { allergenClashes, piecesOfOrder, type AllergenClash, type OrderContents } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { fieldProblem } from '../../platform/http/field-problem';
import { ProblemError } from '../../platform/http/problem-error';
import { loadDeclared } from '../../shop/recipe-book/load-declared';
import { CustomerEntity } from '../../store/work/customer.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';

/** What is ordered for somebody who is remembered, and who says that they may have it all the same. */
export interface FitWanted {
  readonly customerId: string | null;
  readonly contents: OrderContents;
  readonly waiver: AllergyWaiver | null;
  /** What was waived of the order before. */
  readonly before: AllergyWaived | null;
}

/**
 * Lets nobody be promised what they must never have, unless somebody says why, with their name; what was said once is not
 * asked again as long as nothing more is against it. Returns what is to be remembered of it.
 * @throws ProblemError `invalid-input` at the customer, with each piece and what of it is against it
 */
export async function requireFit(manager: EntityManager, wanted: FitWanted): Promise<AllergyWaived | null> {
  const { customerId, contents, waiver, before } = wanted;
  const customer = customerId && (await manager.findOneBy(CustomerEntity, { id: customerId }));
  if (!customer || customer.allergies.length === 0) return null;
  const clashes = allergenClashes(
    customer.allergies,
    piecesOfOrder(contents).map(({ piece }) => piece),
    { pieces: await manager.find(PieceEntity), declared: await loadDeclared(manager) },
  ).map(({ piece, allergens }) => ({ piece, allergens: [...allergens] }));
  if (clashes.length === 0) return null;
  if (waiver) return { reason: waiver.reason.trim(), name: waiver.name.trim(), clashes };
  if (before && clashes.every((clash) => isIn(before.clashes, clash))) return { ...before, clashes };
  throw new ProblemError(
    'invalid-input',
    {},
    clashes.map(({ piece, allergens }) =>
      fieldProblem('/customer', 'not-for-customer', {
        customer: customer.name,
        piece,
        allergens: allergens.join(', '),
      }),
    ),
  );
}

function isIn(known: readonly AllergenClash[], { piece, allergens }: AllergenClash): boolean {
  const own = known.find((each) => each.piece === piece)?.allergens ?? [];
  return allergens.every((allergen) => own.includes(allergen));
}
