import type { EntityManager } from 'typeorm';
import { LabelEntity } from '../../store/work/device.entity';
import { workshopPrinter } from '../../week/labels/workshop-printer';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import type { SetUp } from '../../shop/seasons/set-up';
import { wallClockOf } from '../../platform/time/workshop-time';
import type { RunEntity } from '../../store/work/run.entity';

/** Has the label of a leftover printed: kind, date, allergens; nothing where there is no printer. */
export async function printLeftover(
  manager: EntityManager,
  {
    run,
    coating,
    grams,
    allergens,
    setUp,
    now,
  }: {
    readonly run: RunEntity;
    readonly coating: string;
    readonly grams: number;
    readonly allergens: readonly string[];
    readonly setUp: SetUp;
    readonly now: Date;
  },
): Promise<void> {
  const printer = await workshopPrinter(manager);
  if (!printer) return;
  const { name, allergens: own } = await manager.findOneByOrFail(CoatingEntity, { id: coating });
  const all = [...new Set([...own, ...allergens])].sort();
  await manager.insert(LabelEntity, {
    ...{ deviceId: printer.id, at: now, title: `${name}, ${Math.round(grams)} g`, printedAt: null },
    lines: [
      `left over of run ${run.code}`,
      wallClockOf(now, setUp.timeZone).replace('T', ', '),
      all.length > 0 ? `contains ${all.join(', ')}` : 'no listed allergen',
      'for melting, not as seed',
    ],
  });
}
