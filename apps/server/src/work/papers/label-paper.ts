import type { LabelQuery } from '@alnage/contract';
import { LABEL_SHEETS } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import type { LabelPaper } from './label-pdf';

/** What labels are printed on, and what the shop says on all of them. */
export async function labelPaper(
  manager: EntityManager,
  { sheet: wanted, skip = 0 }: Pick<LabelQuery, 'sheet' | 'skip'>,
): Promise<LabelPaper> {
  const { name, address, labelWords, timeZone, currency } = await manager.findOneByOrFail(WorkshopEntity, {
    id: 1,
  });
  const sheet = LABEL_SHEETS.find(({ id }) => id === wanted) ?? LABEL_SHEETS[0]!;
  return { workshop: name, address, words: labelWords, timeZone, currency, sheet, skip };
}
