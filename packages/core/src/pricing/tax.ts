import { requireWithin, type Bound } from '../input/bounds';
import { MINOR } from './price-piece';

/** A rate of tax as a share of the price without it. */
export const TAX_SHARE: Bound = { min: 0, max: 1 };

/** How something is sold, each with a rate of its own. */
export const SALE_KINDS = ['collected', 'sent', 'spare'] as const;
export type SaleKind = (typeof SALE_KINDS)[number];
export type TaxRates = Readonly<Record<SaleKind, number>>;

/** Shop default: no tax is told. What the law asks is the shop’s to know. */
export const NO_TAX: TaxRates = { collected: 0, sent: 0, spare: 0 };

/** What of a sum is tax, in minor units: net and tax are the sum to the cent. */
export interface TaxSum {
  readonly share: number;
  readonly netMinor: number;
  readonly taxMinor: number;
  readonly grossMinor: number;
}

/**
 * What of prices that hold their tax is tax, by rate, the lowest rate first. It is reckoned once for all of a rate, not line by line, so
 * that no cent is made by rounding. By hand: 12.30 at 23% are 10.00 and 2.30. @throws InputError for a figure out of range
 */
export function taxSums(sold: readonly { readonly grossMinor: number; readonly share: number }[]): TaxSum[] {
  const shares = [...new Set(sold.map(({ share }) => share))].sort((a, b) => a - b);
  return shares.map((share) => {
    requireWithin('/share', share, TAX_SHARE);
    const grossMinor = sold
      .filter((each) => each.share === share)
      .reduce((sum, each) => sum + each.grossMinor, 0);
    requireWithin('/grossMinor', Math.abs(grossMinor), MINOR);
    const netMinor = Math.sign(grossMinor) * Math.round(Math.abs(grossMinor) / (1 + share));
    return { share, netMinor, taxMinor: grossMinor - netMinor, grossMinor };
  });
}
