import type { Catalogue } from '../catalogue';
import type { Plan, Span } from '../problem';
import { roomStays, stockStays } from './room-stays';
import { trayProfile } from './tray-profile';

/** When a zone is fullest on a day, and which products' trays lie in it then. */
export interface ZonePeak {
  readonly from: number;
  readonly to: number;
  readonly trays: number;
  /** Most trays first. */
  readonly holders: readonly { readonly product: string; readonly trays: number }[];
}

/** The first of a day's fullest times in a zone; null where nothing lies in it all day. */
export function zonePeak(
  catalogue: Catalogue,
  plan: Plan,
  { zone, day: [opens, ends] }: { readonly zone: string; readonly day: Span },
): ZonePeak | null {
  const { stock = [] } = catalogue.problem;
  const productOf = new Map([...plan.batches, ...stock].map(({ id, product }) => [id, product]));
  const batches = plan.batches.flatMap((batch) => roomStays(catalogue, batch));
  const stays = [...batches, ...stockStays(catalogue, plan.fromStock ?? [])]
    .filter((stay) => stay.zone === zone)
    .map((stay) => ({ ...stay, product: productOf.get(stay.batch)! }));
  const steps = trayProfile(stays).filter(({ from, to, trays }) => from < ends && to > opens && trays > 0);
  if (steps.length === 0) return null;
  const peak = steps.reduce((most, step) => (step.trays > most.trays ? step : most));
  const trays = new Map<string, number>();
  for (const stay of stays.filter(({ from, to }) => from <= peak.from && to > peak.from))
    trays.set(stay.product, (trays.get(stay.product) ?? 0) + stay.trays);
  const holders = [...trays].map(([product, held]) => ({ product, trays: held }));
  return {
    from: Math.max(peak.from, opens),
    to: Math.min(peak.to, ends),
    trays: peak.trays,
    holders: holders.sort((a, b) => b.trays - a.trays),
  };
}
