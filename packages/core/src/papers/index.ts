export { fittingPoints, labelPlaces, LABEL_SHEETS, type LabelPlace, type LabelSheet } from './label-sheets';
export {
  packingList,
  type BatchToPack,
  type FetchedFrom,
  type OrderToPack,
  type PackedFrom,
  type PackingOfOrder,
} from './packing-list';
export { isLabelTrue, type LabelSays } from './label-truth';
