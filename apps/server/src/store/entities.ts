import { BenchEventEntity, RunAmendmentEntity, RunEntity } from './work/run.entity';
import {
  DeviceEntity,
  LabelEntity,
  ReadingEntity,
  ReadingMinuteEntity,
  SimulatedPaperEntity,
  SimulatedPrinterEntity,
} from './work/device.entity';
import {
  CardRequestEntity,
  CounterDeedEntity,
  HandOverEntity,
  OrderBoxEntity,
  OrderEntity,
  OrderEventEntity,
  OrderLineEntity,
  OrderPaymentEntity,
} from './work/order.entity';
import { MessageEntity } from './work/message.entity';
import { DayClosingEntity } from './work/day-closing.entity';
import { PieceEntity } from './workshop/piece.entity';
import { PlanJobEntity } from './work/plan-job.entity';
import { PlanWitnessEntity } from './work/plan-witness.entity';
import { PlanEntity } from './work/plan.entity';
import { LotEntity, LotMoveEntity } from './work/lot.entity';
import { PreparationEntity } from './work/preparation.entity';
import { RecipeEntity, RecipeVersionEntity } from './workshop/recipe.entity';
import { RecipeBatchEntity } from './workshop/recipe-batch.entity';
import { PackedFromEntity } from './work/packed-from.entity';
import { StopEntity } from './work/stop.entity';
import { PieceMoveEntity } from './work/piece-move.entity';
import { PartUseEntity } from './workshop/part-use.entity';
import { SupplyEntity } from './workshop/supply.entity';
import { PracticeEntity } from './work/practice.entity';
import { CustomerEntity } from './work/customer.entity';
import { BoxEntity } from './workshop/box.entity';
import { WeighingEntity } from './work/weighing.entity';
import { BowlEntity } from './workshop/bowl.entity';
import { CoatingEntity } from './workshop/coating.entity';
import { MouldEntity, PersonEntity, PickupPointEntity, ZoneEntity } from './workshop/resources.entity';
import { SeasonEntity } from './workshop/season.entity';
import { ChangeEntity } from './work/change.entity';
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
  HandOverEntity,
  CardRequestEntity,
  CounterDeedEntity,
  DayClosingEntity,
  MessageEntity,
  PlanEntity,
  PlanJobEntity,
  PlanWitnessEntity,
  WeighingEntity,
  BoxEntity,
  CustomerEntity,
  SupplyEntity,
  RecipeEntity,
  RecipeVersionEntity,
  RecipeBatchEntity,
  PartUseEntity,
  PieceMoveEntity,
  PackedFromEntity,
  StopEntity,
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
  SimulatedPrinterEntity,
  SimulatedPaperEntity,
  PracticeEntity,
  ChangeEntity,
];
