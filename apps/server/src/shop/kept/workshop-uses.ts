import type { LarderItem } from '@alnage/core';
import type { EntityManager } from 'typeorm';

/** The kinds of records that a workshop is made of, as people call them. */
export type RecordName =
  | 'piece'
  | 'coating'
  | 'bowl'
  | 'zone'
  | 'box'
  | 'pickup point'
  | 'customer'
  | 'person'
  | 'season'
  | 'mould'
  | 'supply'
  | 'recipe';

/** What of the plan that this season is worked by has begun: it stays in every plan of the season, and its pieces, bowls and people with it. */
export interface BegunWork {
  readonly products: ReadonlySet<string>;
  readonly melters: ReadonlySet<string>;
  readonly people: ReadonlySet<string>;
}

/**
 * What a record has to know of all that is done with it before it may change or go. The shop's rooms do not look at orders,
 * plans or stock themselves: whoever puts the application together gives them this.
 */
export interface WorkshopUses {
  /** Names of what still needs a record; empty when it may go. */
  usersOf(manager: EntityManager, what: RecordName, id: string): Promise<readonly string[]>;
  begunWork(manager: EntityManager): Promise<BegunWork>;
  /** How many orders are collected in a span of time; of all times where none is given. */
  orderCount(manager: EntityManager, span?: { readonly start: Date; readonly end: Date }): Promise<number>;
  lotCount(manager: EntityManager, item: LarderItem): Promise<number>;
}
