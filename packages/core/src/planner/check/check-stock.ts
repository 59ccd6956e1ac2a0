import { agedMinute } from '../amounts';
import type { PlanOrder, StockLot } from '../problem';
import { found, type Catalogue } from '../catalogue';
import type { SoundPlan } from './check-shape';
import type { Report } from './finding';

/**
 * Rules of the optional field `stock`: no more is taken of a lot than there is [stock], of its product only, for orders
 * that leave from now on [now], within its life [life], and free from what it may carry [free-from].
 */
export function checkStock(catalogue: Catalogue, plan: SoundPlan, report: Report): void {
  const { stock = [] } = catalogue.problem;
  for (const lot of stock) {
    const serves = plan.fromStock.filter((serve) => serve.stock === lot.id);
    for (const { order } of serves)
      checkServe(catalogue, { lot, order: found(catalogue.orders, order) }, report);
    const taken = serves.reduce((sum, serve) => sum + serve.pieces, 0);
    if (taken > lot.pieces) report('stock', lot.id, `${taken} of ${lot.pieces} pieces are taken`);
  }
}

function checkServe(
  { problem, leaves, products }: Catalogue,
  { lot, order }: { readonly lot: StockLot; readonly order: PlanOrder },
  report: Report,
): void {
  const { now = 0 } = problem;
  const at = `${lot.id} for order ${order.id}`;
  if (found(leaves, order.id) < now) report('now', at, `leaves before ${now}`);
  const { lifeMinutes } = found(products, lot.product);
  const age = agedMinute(order, lot.product, problem.places) - lot.clock;
  if (age > lifeMinutes) report('life', at, `age ${age} > ${lifeMinutes}`);
  for (const allergen of order.freeFrom ?? [])
    if (lot.allergens.includes(allergen)) report('free-from', at, `it may carry ${allergen}`);
}

/** Piece-minutes that pieces from stock are past their target age at pickup. */
export function stockOverAge(catalogue: Catalogue, plan: SoundPlan): number {
  const { stock = [] } = catalogue.problem;
  const lots = new Map<string, StockLot>(stock.map((lot) => [lot.id, lot]));
  return plan.fromStock.reduce((sum, { stock: id, order, pieces }) => {
    const lot = found(lots, id);
    const { targetAgeMinutes } = found(catalogue.products, lot.product);
    const aged = agedMinute(found(catalogue.orders, order), lot.product, catalogue.problem.places);
    const age = aged - lot.clock;
    return sum + pieces * Math.max(0, age - targetAgeMinutes);
  }, 0);
}
