export { majorOf, minorDigits } from './currency';
export { fractionText, typedNumber } from './fraction';
export { feetFromMetres, inchesFromMillimetres, metresFromFeet, millimetresFromInches } from './length';
export { gramsFromOunces, gramsFromPounds, ouncesFromGrams, poundsFromGrams } from './mass';
export { piecesOfWeight } from './pieces-of-weight';
export { celsiusFromFahrenheit, fahrenheitFromCelsius } from './temperature';
export {
  MEASURES,
  SCOOP_NUMBERS,
  millilitresPer,
  scoopMillilitres,
  type Measures,
  type ScoopNumber,
  type VolumeUnit,
} from './volume';
