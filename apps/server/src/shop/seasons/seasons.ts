import { SEASON_DAYS_MOST, type FieldProblem, type Season, type SeasonDraft } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import type { RecordKind } from '../kept/kept-records';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { fieldProblem } from '../../platform/http/field-problem';
import type { WorkshopUses } from '../kept/workshop-uses';
import { SeasonEntity } from '../../store/workshop/season.entity';
import { findSetUp } from './set-up';
import { daysBetween, instantOf, spanOfDays } from '../../platform/time/workshop-time';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';

type SeasonUses = Pick<WorkshopUses, 'begunWork' | 'orderCount'>;

/** Seasons: their days lie apart from each other's, and hold the orders and the work that are in them. */
export function seasons(uses: SeasonUses): RecordKind<SeasonEntity, SeasonDraft, Season> {
  return {
    entity: SeasonEntity,
    what: 'season',
    judge: async (manager, draft, id) => {
      const dates = dateProblems(draft);
      if (dates.length > 0) return dates;
      const others = (await manager.find(SeasonEntity)).filter((each) => each.id !== id);
      const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
      return [
        ...crossing(draft, others),
        ...(draft.comparedWith !== null && !others.some((other) => other.id === draft.comparedWith)
          ? [fieldProblem('/comparedWith', 'unknown-reference', { value: draft.comparedWith })]
          : []),
        ...(await offerProblems(manager, draft, timeZone)),
        ...(id === null ? [] : await heldDays(manager, draft, { id, timeZone, uses })),
      ];
    },
    columns: (draft) => draft,
    view: (_manager, season) => Promise.resolve(seasonView(season)),
    settle: () => Promise.resolve(),
    remove: async (manager, { id }) => {
      await manager.update(WorkshopEntity, { id: 1, seasonId: id }, { seasonId: null });
      await manager.update(SeasonEntity, { comparedWith: id }, { comparedWith: null });
    },
  };
}

export function seasonView({ position: _position, ...season }: SeasonEntity): Season {
  return season;
}

function dateProblems({ startsOn, endsOn, peakOn, holidays }: SeasonDraft): FieldProblem[] {
  if (endsOn < startsOn)
    return [fieldProblem('/endsOn', 'out-of-range', { value: endsOn, range: `${startsOn} or later` })];
  const days = daysBetween(startsOn, endsOn, 'utc').length;
  if (days > SEASON_DAYS_MOST)
    return [
      fieldProblem('/endsOn', 'out-of-range', { value: days, range: `${SEASON_DAYS_MOST} days at most` }),
    ];
  const within = { range: `${startsOn} to ${endsOn}` };
  return [
    ...(peakOn < startsOn || peakOn > endsOn
      ? [fieldProblem('/peakOn', 'out-of-range', { value: peakOn, ...within })]
      : []),
    ...holidays.flatMap(({ date, name }, index) => [
      ...(date < startsOn || date > endsOn
        ? [fieldProblem(`/holidays/${index}/date`, 'out-of-range', { value: date, ...within })]
        : []),
      ...(name.trim() === '' ? [fieldProblem(`/holidays/${index}/name`, 'blank')] : []),
    ]),
  ];
}

/** A day belongs to one season only, and so does an order that is collected on it. */
function crossing(draft: SeasonDraft, others: readonly SeasonEntity[]): FieldProblem[] {
  const other = others.find(({ startsOn, endsOn }) => startsOn <= draft.endsOn && draft.startsOn <= endsOn);
  return other
    ? [fieldProblem('/startsOn', 'seasons-cross', { value: draft.startsOn, other: other.name })]
    : [];
}

async function offerProblems(
  manager: EntityManager,
  { offers, startsOn, endsOn }: SeasonDraft,
  timeZone: string,
): Promise<FieldProblem[]> {
  const known = new Set((await manager.find(PieceEntity)).map(({ id }) => id));
  const pieces = offers.map(({ piece }) => piece);
  return offers.flatMap(({ piece, from, to, orderBy }, index) => {
    const at = `/offers/${index}`;
    const outside = (day: string | null): boolean => day !== null && (day < startsOn || day > endsOn);
    const range = `${startsOn} to ${endsOn}`;
    return [
      ...(known.has(piece) ? [] : [fieldProblem(`${at}/piece`, 'unknown-piece', { value: piece })]),
      ...(pieces.indexOf(piece) < index
        ? [fieldProblem(`${at}/piece`, 'piece-twice', { value: piece })]
        : []),
      ...(outside(from) ? [fieldProblem(`${at}/from`, 'out-of-range', { value: from, range })] : []),
      ...(outside(to) ? [fieldProblem(`${at}/to`, 'out-of-range', { value: to, range })] : []),
      ...(from !== null && to !== null && to < from
        ? [fieldProblem(`${at}/to`, 'out-of-range', { value: to, range: `${from} or later` })]
        : []),
      ...(orderBy !== null && instantOf(orderBy, timeZone) === null
        ? [fieldProblem(`${at}/orderBy`, 'wrong-format', { value: orderBy })]
        : []),
    ];
  });
}

/** Days that have orders stay in the season, and its first day stays once work of its plan has begun. */
async function heldDays(
  manager: EntityManager,
  draft: SeasonDraft,
  { id, timeZone, uses }: { readonly id: string; readonly timeZone: string; readonly uses: SeasonUses },
): Promise<FieldProblem[]> {
  const before = await manager.findOneByOrFail(SeasonEntity, { id });
  const orders = ({ startsOn, endsOn }: Pick<SeasonDraft, 'startsOn' | 'endsOn'>): Promise<number> =>
    uses.orderCount(manager, spanOfDays(startsOn, endsOn, timeZone));
  const lost = (await orders(before)) - (await orders(draft));
  const isMoved = draft.startsOn !== before.startsOn;
  if (lost > 0) return [fieldProblem(isMoved ? '/startsOn' : '/endsOn', 'orders-outside', { value: lost })];
  const isWorkedOn = (await findSetUp(manager))?.season.id === id;
  if (!isMoved || !isWorkedOn) return [];
  const begun = await uses.begunWork(manager);
  return begun.products.size + begun.melters.size > 0
    ? [fieldProblem('/startsOn', 'work-begun', { value: draft.startsOn })]
    : [];
}
