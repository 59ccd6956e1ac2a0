import type { FieldProblem, Rules } from '@alnage/contract';
import type { DataSource } from 'typeorm';
import { lockRecords } from '../kept/kept-records';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import { requireBowlsServe } from '../dippery/bowls-serve';
import { rulesView } from './rules';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';

/** The shop's own rules, changed one version at a time. */
export class RulesService {
  constructor(private readonly db: DataSource) {}

  /** @throws ProblemError `record-changed` with the rules as they are now */
  change({ version, ...rules }: Rules): Promise<Rules> {
    return this.db.transaction(async (manager) => {
      await lockRecords(manager);
      const workshop = await manager.findOneOrFail(WorkshopEntity, {
        where: { id: 1 },
        lock: { mode: 'pessimistic_write' },
      });
      if (workshop.rulesVersion !== version)
        throw new ProblemError('record-changed', { current: rulesView(workshop) });
      const problems = wayProblems(rules.ways);
      if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
      Object.assign(workshop, rules, { rulesVersion: version + 1 });
      await manager.save(workshop);
      await requireBowlsServe(manager);
      await announce(manager, 'workshop');
      return rulesView(workshop);
    });
  }
}

function wayProblems(ways: Rules['ways']): FieldProblem[] {
  const names = ways.map(({ way }) => way);
  return names.flatMap((value, index): FieldProblem[] =>
    names.indexOf(value) < index ? [{ pointer: `/ways/${index}/way`, code: 'twice', params: { value } }] : [],
  );
}
