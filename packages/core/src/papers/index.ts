export { fittingPoints, labelPlaces, LABEL_SHEETS, type LabelPlace, type LabelSheet } from './label-sheets';
