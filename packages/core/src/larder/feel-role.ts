import type { FeelRole } from '../recipes/dough';
import { supplyComposition } from './book';
import type { Supply } from './supply';

/** Wetter than this, in 100 g, an ingredient softens a dough. Source: shop default; honey has 17 g of water. */
const WET_GRAMS = 10;

/**
 * What a supply that goes in by feel does to a dough: sugar and crumb stiffen it, butter and honey soften it. Null: it is for the taste
 * and does neither, or may do either, as nuts do, ground or as butter. Source: shop default.
 */
export function feelRoleOf(supply: Pick<Supply, 'id' | 'name' | 'kind' | 'composition'>): FeelRole | null {
  const { kind } = supply;
  switch (kind) {
    case 'fat':
    case 'dairy':
      return 'softens';
    case 'sugar':
      return (supplyComposition(supply)?.water ?? 0) > WET_GRAMS ? 'softens' : 'sugar';
    case 'dry':
      return 'crumb';
    default:
      return null;
  }
}
