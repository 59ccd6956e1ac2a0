import type { Allergen, AllergyWaived, AllergyWaiver } from '@alnage/contract';
import { neverOf, unanswered, type AllergenClash, type OrderContents } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { ProblemError } from '../../platform/http/problem-error';
import { CustomerEntity } from '../../store/work/customer.entity';
import { AllergyBook, clashProblems } from '../../week/orders/allergy-book';
import { waivedAs } from '../../week/orders/waived-as';
import { lotClashes } from '../../week/tracing/lot-clashes';

/** What is ordered for whom, and who says that they may have it all the same. */
export interface FitWanted {
  readonly customer: string;
  readonly customerId: string | null;
  /** What was said with the order that they must never have. */
  readonly allergies: readonly Allergen[];
  readonly contents: OrderContents;
  /** The batches that it is packed from, over all seasons; left out before it is. */
  readonly batches?: readonly string[];
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
  const { customerId, waiver, before } = wanted;
  const known = customerId === null ? null : await manager.findOneBy(CustomerEntity, { id: customerId });
  const customer = {
    name: known?.name ?? wanted.customer,
    allergies: neverOf(known?.allergies, wanted.allergies),
  };
  if (customer.allergies.length === 0) return null;
  const clashes = await clashesOf(manager, customer, wanted);
  if (clashes.length === 0) return null;
  if (waiver) return waivedAs(waiver, clashes);
  if (before && unanswered(clashes, before.clashes).length === 0) return waivedAs(before, clashes);
  throw new ProblemError('invalid-input', {}, clashProblems(customer, clashes));
}

/** What of it its customer must never have: by what the pieces declare, and by the lots that really went into them. */
async function clashesOf(
  manager: EntityManager,
  customer: { readonly name: string; readonly allergies: Allergen[] },
  { contents, batches = [] }: Pick<FitWanted, 'contents' | 'batches'>,
): Promise<AllergenClash[]> {
  const book = await AllergyBook.load(manager);
  const carried = await lotClashes(manager, { batches, never: customer.allergies, stop: book.stop });
  return together([...book.clashes(customer, contents), ...carried]);
}

/** What is against each piece, by itself and by the lots that went into it; what is in it need not be told as what may be. */
function together(clashes: readonly AllergenClash[]): AllergenClash[] {
  const pieces = [...new Set(clashes.map(({ piece }) => piece))];
  return pieces.map((piece) => {
    const own = clashes.filter((each) => each.piece === piece);
    const allergens = [...new Set(own.flatMap((each) => each.allergens))].sort();
    const mayContain = [...new Set(own.flatMap((each) => each.mayContain))].sort();
    return { piece, allergens, mayContain: mayContain.filter((each) => !allergens.includes(each)) };
  });
}
