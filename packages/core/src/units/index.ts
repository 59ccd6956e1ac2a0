export { majorOf, minorDigits } from './currency';
export { inchesFromMillimetres, millimetresFromInches } from './length';
export { gramsFromOunces, gramsFromPounds, ouncesFromGrams, poundsFromGrams } from './mass';
export { celsiusFromFahrenheit, fahrenheitFromCelsius } from './temperature';
export { MEASURES, millilitresPer, type Measures, type VolumeUnit } from './volume';
