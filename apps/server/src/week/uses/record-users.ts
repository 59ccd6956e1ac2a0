import type { SupplyLine } from '@alnage/contract';
import { coatingsOn, recipesOf } from '@alnage/core';
import type { EntityManager, EntityTarget } from 'typeorm';
import { spanOfDays } from '../../platform/time/workshop-time';
import type { BegunWork, RecordName } from '../../shop/kept/workshop-uses';
import { DeviceEntity } from '../../store/work/device.entity';
import { OrderEntity } from '../../store/work/order.entity';
import { PreparationEntity } from '../../store/work/preparation.entity';
import { WeighingEntity } from '../../store/work/weighing.entity';
import { BoxEntity } from '../../store/workshop/box.entity';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import type { KeptRecord } from '../../store/workshop/kept-record';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { RecipeEntity } from '../../store/workshop/recipe.entity';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import { SeasonEntity } from '../../store/workshop/season.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { lotsOf, ordersBetween } from './counts';

/** What users are looked for with. */
interface Asked {
  readonly manager: EntityManager;
  readonly id: string;
  readonly begun: (manager: EntityManager) => Promise<BegunWork>;
}

/** One kind of thing that needs a record, by the names of those that do. */
type Users = (asked: Asked) => Promise<readonly string[]>;

/** For each kind of record everything that needs it: it may go once none of that is left. */
export const RECORD_USERS: Readonly<Record<RecordName, readonly Users[]>> = {
  piece: [
    ordersOfPiece,
    ({ manager, id }) => counted('weighing', manager.countBy(WeighingEntity, { pieceId: id })),
    named(
      BoxEntity,
      ({ contents, among }, id) => among.includes(id) || contents.some(({ piece }) => piece === id),
    ),
  ],
  coating: [
    named(PieceEntity, (piece, id) => coatingsOn(piece).includes(id)),
    named(CoatingEntity, ({ parts }, id) => parts.some(({ coating }) => coating === id)),
    named(RecipeEntity, (recipe, id) => isMadeOf(recipe, 'coating', id)),
    ({ manager, id }) => counted('lot', lotsOf(manager, { kind: 'coating', id })),
  ],
  bowl: [
    async ({ manager, id, begun }) =>
      (await begun(manager)).melters.has(id) ? ['a melt that has begun'] : [],
  ],
  person: [
    async ({ manager, id, begun }) => ((await begun(manager)).people.has(id) ? ['work that has begun'] : []),
  ],
  zone: [
    named(PieceEntity, ({ route }, id) =>
      route.some(({ rest }) => rest.zone === id || rest.first?.zone === id),
    ),
    ({ manager, id }) => counted('sensor', manager.countBy(DeviceEntity, { zoneId: id, isSimulated: false })),
  ],
  mould: [named(PieceEntity, ({ mould }, id) => mould === id)],
  'pickup point': [
    ({ manager, id }) => counted('order', manager.countBy(OrderEntity, { pickupPointId: id })),
  ],
  season: [
    async ({ manager, id }) => {
      const { startsOn, endsOn } = await manager.findOneByOrFail(SeasonEntity, { id });
      const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
      return counted('order', ordersBetween(manager, spanOfDays(startsOn, endsOn, timeZone)));
    },
  ],
  box: [({ manager, id }) => counted('order', manager.countBy(OrderEntity, { boxes: { boxId: id } }))],
  supply: [
    named(CoatingEntity, ({ thinnedWith }, id) => thinnedWith === id),
    named(RecipeEntity, (recipe, id) => isMadeOf(recipe, 'supply', id)),
    named(PieceEntity, isPackedIn),
    named(BoxEntity, isPackedIn),
    named(PickupPointEntity, ({ sending }, id) => isPackedIn({ supplies: sending?.supplies ?? [] }, id)),
    ({ manager, id }) => counted('lot', lotsOf(manager, { kind: 'supply', id })),
  ],
  recipe: [
    named(PieceEntity, (piece, id) => recipesOf(piece).some(({ recipe }) => recipe === id)),
    named(RecipeEntity, (recipe, id) => isMadeOf(recipe, 'recipe', id)),
    ({ manager, id }) => counted('preparation', manager.countBy(PreparationEntity, { recipeId: id })),
  ],
  // orders keep the name of who they were for
  customer: [],
};

/** Other records that need it, by name, in the order in which people keep them. */
function named<T extends KeptRecord>(
  entity: EntityTarget<T>,
  needs: (record: T, id: string) => boolean,
): Users {
  return async ({ manager, id }) => {
    const records = await manager.find(entity, { order: { position: 'ASC' } as never });
    return records.filter((record) => needs(record, id)).map(({ name }) => name);
  };
}

async function ordersOfPiece({ manager, id }: Asked): Promise<string[]> {
  const rows = await manager.query<{ n: number }[]>(
    `select count(*)::int as n from customer_order o
      where exists (select 1 from order_line l where l.order_id = o.id and l.piece_id = $1)
         or exists (select 1 from order_box b, jsonb_array_elements(b.contents) c
                     where b.order_id = o.id and c->>'piece' = $1)`,
    [id],
  );
  return counted('order', rows[0]!.n);
}

function isMadeOf({ ingredients }: RecipeEntity, of: 'supply' | 'coating' | 'recipe', id: string): boolean {
  return ingredients.some((line) => line.of === of && line.id === id);
}

function isPackedIn({ supplies }: { readonly supplies: readonly SupplyLine[] }, id: string): boolean {
  return supplies.some(({ supply }) => supply === id);
}

/** So many of something as one name: 1 lot, 2 lots; nothing where there is none. */
async function counted(what: string, count: number | Promise<number>): Promise<string[]> {
  const n = await count;
  return n === 0 ? [] : [n === 1 ? `1 ${what}` : `${n} ${what}s`];
}
