export { coatingNeed, gramsForService, serviceShare, type PieceNeed, type SpreadNeed } from './coating-need';
export { packsToBuy, type PackChoice, type PackCount } from './packs-to-buy';
export { buyBetween, punnetsToBuy, type BuySpan } from './punnets';
