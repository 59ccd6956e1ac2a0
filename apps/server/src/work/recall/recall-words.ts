import type { RecallAsk, ReachedByView, RecalledBatch, RecalledLot, RecalledOrder } from '@alnage/contract';
import { piecesOfOrder } from '@alnage/core';
import { timeOnPaper } from '../../platform/paper/dates';
import type { EntityManager } from 'typeorm';
import { LotEntity } from '../../store/work/lot.entity';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { PersonEntity, ZoneEntity } from '../../store/workshop/resources.entity';
import { SupplyEntity } from '../../store/workshop/supply.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { batchOfKey } from '../../week/tracing/keys';

type Names = ReadonlyMap<string, string>;

/** How recalled things are called on paper. */
export interface RecallWords {
  readonly workshop: WorkshopEntity;
  readonly pieces: Names;
  readonly zones: Names;
  readonly people: Names;
  /** What lots are of, coatings and supplies. */
  readonly items: Names;
  /** Supplies that are counted in pieces. */
  readonly counted: ReadonlySet<string>;
  /** What it went out from, in a line. */
  readonly origin: string;
}

export async function recallWords(manager: EntityManager, ask: RecallAsk): Promise<RecallWords> {
  const named = (rows: readonly { readonly id: string; readonly name: string }[]): Names =>
    new Map(rows.map(({ id, name }) => [id, name]));
  const workshop = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const [people, zones] = [named(await manager.find(PersonEntity)), named(await manager.find(ZoneEntity))];
  const supplies = await manager.find(SupplyEntity);
  const items = named([...(await manager.find(CoatingEntity)), ...supplies]);
  const counted = new Set(supplies.filter(({ base }) => base === 'piece').map(({ id }) => id));
  const pieces = named(await manager.find(PieceEntity));
  const words = { workshop, pieces, zones, people, items, counted };
  const bowls = named(await manager.find(BowlEntity));
  const lot = ask.lot === undefined ? null : await manager.findOneBy(LotEntity, { id: ask.lot });
  const ofLot = lot && { code: lot.code, of: nameOf(items, lot.itemId) };
  return { ...words, origin: originText(ask, { ...words, bowls, lot: ofLot }) };
}

interface OriginWords extends Pick<RecallWords, 'pieces' | 'zones' | 'people'> {
  readonly bowls: Names;
  readonly lot: { readonly code: string; readonly of: string } | null;
}

/** Lot D-12 of Dark 58, from Thu 18.6.2026 08:00 */
function originText(ask: RecallAsk, { pieces, zones, people, bowls, lot }: OriginWords): string {
  const of = (id: string | undefined, say: (id: string) => string): string[] =>
    id === undefined ? [] : [say(id)];
  const batchText = (key: string): string => {
    const { batch, piece } = batchOfKey(key);
    return `batch ${batch}, ${nameOf(pieces, piece)}`;
  };
  const told = [
    ...(lot ? [`lot ${lot.code} of ${lot.of}`] : []),
    ...of(ask.batch, batchText),
    ...of(ask.bowl, (id) => `bowl ${nameOf(bowls, id)}`),
    ...of(ask.person, (id) => `worked on by ${nameOf(people, id)}`),
    ...of(ask.zone, (id) => `lay in ${nameOf(zones, id)}`),
    ...of(ask.from, (wall) => `from ${wallText(wall)}`),
    ...of(ask.until, (wall) => `until ${wallText(wall)}`),
  ].join(', ');
  return told.charAt(0).toUpperCase() + told.slice(1);
}

function nameOf(names: Names, id: string): string {
  return names.get(id) ?? id;
}

/** An hour by the clock on the workshop’s wall. */
function wallText(wall: string): string {
  return timeText(`${wall}Z`, { timeZone: 'UTC' });
}

export function timeText(
  instant: string,
  { timeZone }: Pick<WorkshopEntity, 'timeZone'>,
  format = 'ccc d.M.yyyy HH:mm',
): string {
  return timeOnPaper(instant, timeZone, format);
}

export function byText({ kind, code }: ReachedByView): string {
  if (kind === 'asked') return 'it is what was asked about';
  if (kind === 'lot') return `lot ${code ?? ''} went into it`;
  if (kind === 'melt') return `from the same bowl as run ${code ?? ''}`;
  if (kind === 'left-over') return `left over of run ${code ?? ''}`;
  return `perhaps: nobody wrote down which lot went in, and ${code ?? ''} was there`;
}

/** What is left of a lot: 1880 g, or 40 pieces. */
export function leftText(
  { item, left }: Pick<RecalledLot, 'item' | 'left'>,
  { counted }: Pick<RecallWords, 'counted'>,
): string {
  const isCounted = item.kind === 'supply' && counted.has(item.id);
  return `${Math.round(left)} ${isCounted ? 'pieces' : 'g'}`;
}

export const MOVE_TEXT: Readonly<Record<RecalledBatch['moves'][number]['kind'], string>> = {
  sold: 'sold at the counter',
  staff: 'given to staff',
  'given-away': 'given away',
  'written-off': 'written off',
};

export const STATE_TEXT: Readonly<Record<RecalledOrder['state'], string>> = {
  asked: 'asked',
  waiting: 'waiting',
  promised: 'not packed yet',
  ready: 'on the shelf',
  'handed-over': 'handed over',
  'not-collected': 'not collected',
  cancelled: 'cancelled',
};

/** 12 Dusk berry, 6 Salt twist */
export function piecesText(
  { pieces }: Pick<RecalledOrder, 'pieces'>,
  { pieces: names }: Pick<RecallWords, 'pieces'>,
): string {
  const all = piecesOfOrder({ lines: pieces, boxes: [] }).map(
    (each) => `${each.pieces} ${nameOf(names, each.piece)}`,
  );
  return all.length > 0 ? all.join(', ') : 'its box alone';
}
