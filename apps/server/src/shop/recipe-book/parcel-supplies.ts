import { InputError, type ItemAmount, type LarderBook } from '@alnage/core';
import { boxSupplies } from './box-supplies';
import type { PickupPointEntity } from '../../store/workshop/resources.entity';

/** What one parcel of a pickup point takes out of the larder; nothing where orders are collected. */
export function parcelSupplies(
  { sending }: Pick<PickupPointEntity, 'sending'>,
  book: LarderBook,
): ItemAmount[] {
  return boxSupplies({ supplies: sending?.supplies ?? [] }, 1, book);
}

/** @throws InputError at `/sending/supplies/…` for what a parcel cannot be packed in */
export function requireParcel(point: Pick<PickupPointEntity, 'sending'>, book: LarderBook): void {
  try {
    parcelSupplies(point, book);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const { code, field, value, range } = error;
    throw new InputError({ code, field: `/sending${field}`, value, range });
  }
}
