import type { Details } from '@alnage/contract';
import type { DataSource } from 'typeorm';
import { lockRecords } from '../kept/kept-records';
import type { WorkshopUses } from '../kept/workshop-uses';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import { detailProblems, detailsView } from './details';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';

/** What the workshop says of itself, changed one version at a time. */
export class DetailsService {
  constructor(
    private readonly db: DataSource,
    private readonly uses: Pick<WorkshopUses, 'orderCount'>,
  ) {}

  /** @throws ProblemError `record-changed` with the details as they are now */
  change({ version, season, ...details }: Details): Promise<Details> {
    return this.db.transaction(async (manager) => {
      await lockRecords(manager);
      const workshop = await manager.findOneOrFail(WorkshopEntity, {
        where: { id: 1 },
        lock: { mode: 'pessimistic_write' },
      });
      if (workshop.detailsVersion !== version)
        throw new ProblemError('record-changed', { current: detailsView(workshop) });
      const orders = await this.uses.orderCount(manager);
      const problems = await detailProblems(manager, { season, ...details }, { before: workshop, orders });
      if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
      Object.assign(workshop, details, {
        name: details.name.trim(),
        seasonId: season,
        detailsVersion: version + 1,
      });
      await manager.save(workshop);
      await announce(manager, 'workshop');
      return detailsView(workshop);
    });
  }
}
