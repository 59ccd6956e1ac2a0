export { majorOf, minorDigits } from './currency';
export { fractionText, typedNumber } from './fraction';
export { inchesFromMillimetres, millimetresFromInches } from './length';
export { gramsFromOunces, gramsFromPounds, ouncesFromGrams, poundsFromGrams } from './mass';
export { piecesOfWeight } from './pieces-of-weight';
export { celsiusFromFahrenheit, fahrenheitFromCelsius } from './temperature';
export { MEASURES, millilitresPer, type Measures, type VolumeUnit } from './volume';
