import type { AllergyWaived, AllergyWaiver, FieldProblem, OrderDraft } from '@alnage/contract';
import { filledContents, neverOf } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { CustomerEntity } from '../../store/work/customer.entity';
import { AllergyBook, clashProblems } from '../../week/orders/allergy-book';
import type { OrderContext } from '../../week/orders/order-context';
import { waivedAs } from '../../week/orders/waived-as';

/** What is against an order: told, or waived by somebody for the whole list. */
export interface Fit {
  readonly problems: readonly FieldProblem[];
  readonly waived: AllergyWaived | null;
}

export const NOTHING_AGAINST: Fit = { problems: [], waived: null };

/** What the customers of a list must never have. */
export class ListAllergies {
  private constructor(
    private readonly book: AllergyBook,
    private readonly customers: ReadonlyMap<string, CustomerEntity>,
    private readonly waiver: AllergyWaiver | null,
  ) {}

  static async load(manager: EntityManager, waiver: AllergyWaiver | null): Promise<ListAllergies> {
    const all = await manager.find(CustomerEntity);
    const careful = all.filter(({ allergies }) => allergies.length > 0);
    const byName = new Map(careful.map((customer) => [customer.name.toLowerCase(), customer]));
    return new ListAllergies(await AllergyBook.load(manager), byName, waiver);
  }

  judge(draft: Pick<OrderDraft, 'customer' | 'allergies' | 'lines' | 'boxes'>, { boxes }: OrderContext): Fit {
    const known = this.customers.get(draft.customer.trim().toLowerCase());
    const customer = {
      name: known?.name ?? draft.customer,
      allergies: neverOf(known?.allergies, draft.allergies ?? []),
    };
    if (customer.allergies.length === 0) return NOTHING_AGAINST;
    const clashes = this.book.clashes(customer, filledContents(draft, boxes));
    if (clashes.length === 0) return NOTHING_AGAINST;
    if (this.waiver) return { problems: [], waived: waivedAs(this.waiver, clashes) };
    return { problems: clashProblems(customer, clashes), waived: null };
  }
}
