import { mixGrams } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { PieceEntity } from '../../../store/workshop/piece.entity';
import { dayOnPaper, timeOnPaper } from '../../../platform/paper/dates';
import { ProblemError } from '../../../platform/http/problem-error';
import { BowlEntity } from '../../../store/workshop/bowl.entity';
import { CoatingEntity } from '../../../store/workshop/coating.entity';
import { PersonEntity, ZoneEntity } from '../../../store/workshop/resources.entity';
import { requireSetUp } from '../../../shop/seasons/set-up';
import { minutesFrom } from '../../../platform/time/workshop-time';
import type { PlanEntity } from '../../../store/work/plan.entity';
import { publishedPlan, requirePlan } from '../../../week/kitchen/plan-versions';
import { bowlLines, personLines, type SheetKind, type SheetWords } from './run-sheet';
import { sheetPdf, type SheetDay } from './sheet-pdf';

const MS_PER_MINUTE = 60_000;

export interface SheetOf {
  readonly version: number;
  readonly kind: SheetKind;
  readonly id: string;
  /** One day alone; absent: every day with work, a page each. */
  readonly day?: string | undefined;
}

/** The run sheet of a person or a bowl by a version. @throws ProblemError `plan-not-found`, `record-not-found` */
export async function runSheet(manager: EntityManager, { version, kind, id, day }: SheetOf): Promise<Buffer> {
  const setUp = await requireSetUp(manager);
  const plan = await requirePlan(manager, setUp, version);
  const entity = kind === 'people' ? PersonEntity : BowlEntity;
  const whose = await manager.findOneBy<{ id: string; name: string }>(entity, { id });
  if (!whose) throw new ProblemError('record-not-found', { what: kind === 'people' ? 'person' : 'bowl', id });
  const words = await sheetWords(manager, plan, setUp.timeZone);
  const ask = { problem: plan.problem, plan: plan.plan, words };
  const lines = kind === 'people' ? personLines(ask, id) : bowlLines(ask, id);
  const days = setUp.days
    .filter(({ date }) => day === undefined || date === day)
    .map(({ date, start, end }): SheetDay => {
      const [from, to] = [start, end].map((instant) => minutesFrom(setUp.span.start, instant)) as [
        number,
        number,
      ];
      const title = dayOnPaper(date);
      return { title, lines: lines.filter((line) => line.start >= from && line.start < to) };
    })
    .filter((each) => each.lines.length > 0);
  const published = await publishedPlan(manager, setUp);
  const state = published?.version === version ? 'published' : 'not published';
  const made = timeOnPaper(plan.madeAt, setUp.timeZone, 'd.M. HH:mm');
  const note = `${setUp.workshop.name}, plan ${version} of ${made}, ${state}`;
  return sheetPdf({ title: whose.name, note, days, clock: words.clock });
}

async function sheetWords(
  manager: EntityManager,
  { horizonStart }: PlanEntity,
  zone: string,
): Promise<SheetWords> {
  const pieces = await manager.find(PieceEntity);
  const named = async (
    entity: typeof BowlEntity | typeof CoatingEntity | typeof ZoneEntity | typeof PersonEntity,
  ) => {
    const rows = await manager.find<{ id: string; name: string }>(entity);
    const names = new Map(rows.map(({ id, name }) => [id, name]));
    return (id: string): string => names.get(id) ?? id;
  };
  // one after the other: a connection takes one question at a time
  const bowl = await named(BowlEntity);
  const coating = await named(CoatingEntity);
  const zoneName = await named(ZoneEntity);
  const person = await named(PersonEntity);
  return {
    piece: (id) => pieces.find((piece) => piece.id === id)?.name ?? id,
    stage: (product, id) =>
      pieces.find((piece) => piece.id === product)?.route.find((stage) => stage.id === id)?.name ?? id,
    mixed: (product, stage, count) => {
      const piece = pieces.find(({ id }) => id === product);
      if (piece?.form.kind !== 'cluster') return null;
      if (piece.route.find(({ id }) => id === stage)?.coat !== 'mix') return null;
      return mixGrams(piece.form, count);
    },
    bowl,
    coating: (id) => coating(id).toLowerCase(),
    zone: (id) => zoneName(id).toLowerCase(),
    person,
    clock: (minute) => timeOnPaper(horizonStart.getTime() + minute * MS_PER_MINUTE, zone),
  };
}
