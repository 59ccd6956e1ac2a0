import { PRACTICES_MOST, type PracticeDraft, type PracticeRecord } from '@alnage/contract';
import type { DataSource } from 'typeorm';
import { fieldProblem } from '../../platform/http/field-problem';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { PracticeEntity } from '../../store/work/practice.entity';

const COUNTS = ['good', 'bloom', 'feet', 'lumps'] as const;

/** What became of practices, so that a new hand sees what it has learned. */
export class PracticesService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /** The last ones, the last first. */
  async list(): Promise<PracticeRecord[]> {
    const order = { at: 'DESC', id: 'ASC' } as const;
    return (await this.db.manager.find(PracticeEntity, { order, take: PRACTICES_MOST })).map(practiceView);
  }

  /** Keeps a practice; one that is kept already stays as it is. @throws ProblemError `invalid-input` */
  async keep(draft: PracticeDraft, by: string | null): Promise<PracticeRecord> {
    const { manager } = this.db;
    const problems = COUNTS.filter((count) => draft[count] > draft.pieces).map((count) =>
      fieldProblem(`/${count}`, 'out-of-range', { value: draft[count], range: `0..${draft.pieces}` }),
    );
    if (!(await manager.existsBy(CoatingEntity, { id: draft.coating })))
      problems.push(
        fieldProblem('/coating', 'unknown-reference', { value: draft.coating, range: 'one of the coatings' }),
      );
    if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
    const row = { ...draft, at: this.clock.now(), by };
    await manager.createQueryBuilder().insert().into(PracticeEntity).values(row).orIgnore().execute();
    return practiceView(await manager.findOneByOrFail(PracticeEntity, { id: draft.id }));
  }
}

export function practiceView({ at, ...practice }: PracticeEntity): PracticeRecord {
  return { ...practice, at: at.toISOString() };
}
