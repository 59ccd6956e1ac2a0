import { InputError } from '../../input/input-error';
import type { Problem } from '../problem';

/** As many bits as a whole number's sign leaves. */
const MOST = 31;

/** Sets of allergens as bits of one whole number; allergens that always go together share a bit. */
export class AllergenMasks {
  private readonly bits = new Map<string, number>();

  /** @throws InputError when the problem tells apart more than 31 allergens */
  constructor(problem: Problem) {
    const { products, coatings, orders, melters, stock = [] } = problem;
    const held = melters.flatMap(({ holds }) => holds ?? []);
    const carried = [...products, ...coatings, ...held, ...stock].map(({ allergens }) => allergens);
    const lists = [...carried, ...products.map(({ mayContain = [] }) => mayContain), ...freedFrom(orders)];
    const bitOf = new Map<string, number>();
    for (const allergen of new Set(carried.flat())) {
      const key = lists.map((list) => (list.includes(allergen) ? '1' : '0')).join('');
      if (!bitOf.has(key)) bitOf.set(key, bitOf.size);
      this.bits.set(allergen, bitOf.get(key)!);
    }
    if (bitOf.size > MOST)
      throw new InputError({
        code: 'out-of-range',
        field: '/products',
        value: `${bitOf.size} allergens`,
        range: `at most ${MOST} allergens that differ in what carries them`,
      });
  }

  of(allergens: Iterable<string>): number {
    let mask = 0;
    for (const allergen of allergens) {
      const bit = this.bits.get(allergen);
      // what nothing carries cannot be met
      if (bit !== undefined) mask |= 1 << bit;
    }
    return mask;
  }
}

/** What orders are free from, each set once. */
function freedFrom(orders: Problem['orders']): readonly (readonly string[])[] {
  const sets = new Map(orders.map(({ freeFrom = [] }) => [JSON.stringify([...freeFrom].sort()), freeFrom]));
  return [...sets.values()];
}
