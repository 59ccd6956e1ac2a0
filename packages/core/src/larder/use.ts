import type { TimedAmount } from './stock-course';

/** Something of the larder that is counted: a coating, or a supply. */
export interface LarderItem {
  readonly kind: 'coating' | 'supply';
  readonly id: string;
}

/** Why something is taken. */
export type UseCause =
  /** For the started pieces of a batch: by its recipe, or as its centre, finish or wrapping. */
  | {
      readonly kind: 'batch';
      readonly batch: string;
      readonly piece: string;
      readonly pieces: number;
      readonly per: 'started' | 'good';
      readonly recipe: string | null;
    }
  /** Coating that goes onto the pieces of a batch. */
  | { readonly kind: 'on-pieces'; readonly batch: string; readonly piece: string; readonly pieces: number }
  /** Melted beyond what its pieces carry in the mean, so that the bowl does not run short. */
  | { readonly kind: 'to-spare'; readonly melt: string; readonly bowl: string }
  /** What a melt leaves in its bowl. */
  | { readonly kind: 'tail'; readonly melt: string; readonly bowl: string }
  /** Solid in reserve, as much as the largest seed of a day. */
  | { readonly kind: 'reserve' }
  /** Boxes of one kind, of all orders that are collected at one time. */
  | { readonly kind: 'box'; readonly box: string; readonly boxes: number }
  /** Parcels of all orders that leave by post at one time. */
  | { readonly kind: 'parcel'; readonly parcels: number };

/** One use of an item, in what its stock is counted in. */
export interface ItemUse extends TimedAmount {
  readonly item: LarderItem;
  readonly cause: UseCause;
}

export function isSameItem(one: LarderItem, other: LarderItem): boolean {
  return one.kind === other.kind && one.id === other.id;
}
