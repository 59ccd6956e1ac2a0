export {
  compareCoatings,
  compareWays,
  type CoatingOutlook,
  type CoatingTried,
  type WayOutlook,
} from './compare';
export {
  MINOR,
  WASTE_SHARE,
  boxCost,
  marginAt,
  pieceCost,
  type Margin,
  type PieceCost,
  type ShopRates,
} from './price-piece';
export { NO_TAX, SALE_KINDS, TAX_SHARE, taxSums, type SaleKind, type TaxRates, type TaxSum } from './tax';
export { takeLot, type CoatingTerms, type Lot, type WorkStep } from './take-lot';
export { sharedAmount } from './shared-amount';
