import { BenchEventEntity, RunAmendmentEntity, RunEntity } from './bench/run.entity';
import { DeviceEntity, LabelEntity, ReadingEntity, ReadingMinuteEntity } from './devices/device.entity';
import {
  OrderBoxEntity,
  OrderEntity,
  OrderEventEntity,
  OrderLineEntity,
  OrderPaymentEntity,
} from './orders/order.entity';
import { PieceEntity } from './pieces/piece.entity';
import { PlanJobEntity } from './plan/jobs/plan-job.entity';
import { PlanEntity } from './plan/plan.entity';
import { LotEntity, LotMoveEntity } from './larder/lot.entity';
import { PreparationEntity } from './larder/preparation.entity';
import { RecipeEntity, RecipeVersionEntity } from './larder/recipe.entity';
import { SupplyEntity } from './larder/supply.entity';
import { PracticeEntity } from './practices/practice.entity';
import { CustomerEntity } from './customers/customer.entity';
import { BoxEntity } from './boxes/box.entity';
import { WeighingEntity } from './weighings/weighing.entity';
import { BowlEntity } from './workshop/bowl.entity';
import { CoatingEntity } from './workshop/coating.entity';
import { MouldEntity, PersonEntity, PickupPointEntity, ZoneEntity } from './workshop/resources.entity';
import { SeasonEntity } from './workshop/season.entity';
import { WorkshopEntity } from './workshop/workshop.entity';

/** Every table, by name, so that none is missed by a folder scan. */
export const ENTITIES = [
  WorkshopEntity,
  SeasonEntity,
  PickupPointEntity,
  BowlEntity,
  ZoneEntity,
  MouldEntity,
  CoatingEntity,
  PersonEntity,
  PieceEntity,
  OrderEntity,
  OrderLineEntity,
  OrderBoxEntity,
  OrderPaymentEntity,
  OrderEventEntity,
  PlanEntity,
  PlanJobEntity,
  WeighingEntity,
  BoxEntity,
  CustomerEntity,
  SupplyEntity,
  RecipeEntity,
  RecipeVersionEntity,
  LotEntity,
  LotMoveEntity,
  PreparationEntity,
  RunEntity,
  BenchEventEntity,
  RunAmendmentEntity,
  DeviceEntity,
  ReadingEntity,
  ReadingMinuteEntity,
  LabelEntity,
  PracticeEntity,
];
