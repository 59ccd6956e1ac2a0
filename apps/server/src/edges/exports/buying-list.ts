import type { EntityManager } from 'typeorm';
import { madeOf } from '../../work/larder/need-sources';
import { larderNow } from '../../work/larder/larder.service';
import { SupplyEntity } from '../../store/workshop/supply.entity';
import { wallClockOf } from '../../platform/time/workshop-time';
import { loadNames } from './names';
import type { Row } from './row';

const COLUMNS = [
  'what',
  'supplier',
  'buy by day',
  'buy by time',
  'used until day',
  'wanted',
  'counted in',
  'packs',
  'bought',
  'price',
  'currency',
];

/** What is to be bought for the plan that is worked by, a row for each time that something is, the most urgent first. */
export async function buyingList(
  manager: EntityManager,
  now: Date,
): Promise<readonly [columns: string[], rows: Row[]]> {
  const names = await loadNames(manager);
  const supplies = new Map((await manager.find(SupplyEntity)).map((each) => [each.id, each]));
  const { needs } = await larderNow(manager, now, await madeOf(manager, now));
  const wall = (instant: string): string => wallClockOf(new Date(instant), names.workshop.timeZone);
  const rows = needs
    .flatMap(({ item, purchases }) => purchases.map((purchase) => ({ item, ...purchase })))
    .sort((a, b) => a.buyBy.localeCompare(b.buyBy))
    .map(({ item, buyBy, lastUse, wantedAmount, packs, boughtAmount, priceMinor }): Row => {
      const supply = item.kind === 'supply' ? supplies.get(item.id) : undefined;
      const base = supply?.base ?? 'g';
      return {
        what: supply?.name ?? names.coatings.get(item.id) ?? item.id,
        supplier: supply?.supplier ?? '',
        'buy by day': wall(buyBy).slice(0, 10),
        'buy by time': wall(buyBy).slice(11),
        'used until day': wall(lastUse).slice(0, 10),
        wanted: Math.ceil(wantedAmount - 1e-6),
        'counted in': base === 'g' ? 'g' : 'pieces',
        packs: packs.map(({ count, size }) => `${count} x ${size}`).join(' + '),
        bought: boughtAmount,
        price: names.money(priceMinor),
        currency: names.workshop.currency,
      };
    });
  return [COLUMNS, rows];
}
