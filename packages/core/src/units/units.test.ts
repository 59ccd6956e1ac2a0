import { majorOf, minorDigits } from './currency';
import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { inchesFromMillimetres, millimetresFromInches } from './length';
import { gramsFromOunces, gramsFromPounds, ouncesFromGrams, poundsFromGrams } from './mass';
import { celsiusFromFahrenheit, fahrenheitFromCelsius } from './temperature';
import { millilitresPer, SCOOP_NUMBERS, scoopMillilitres } from './volume';

describe('conversions', () => {
  test.each([
    ['grams to ounces', ouncesFromGrams(100), 3.52739619],
    ['grams to pounds', poundsFromGrams(453.59237), 1],
    ['pounds to grams', gramsFromPounds(2), 907.18474],
    ['Celsius to Fahrenheit', fahrenheitFromCelsius(31), 87.8],
    ['Fahrenheit to Celsius', celsiusFromFahrenheit(-40), -40],
    ['millimetres to inches', inchesFromMillimetres(38), 1.49606299],
  ])('of %s', (_name, found, expected) => expect(found).toBeCloseTo(expected, 7));

  test.each([
    ['ounces', (x: number) => gramsFromOunces(ouncesFromGrams(x))],
    ['pounds', (x: number) => gramsFromPounds(poundsFromGrams(x))],
    ['Fahrenheit', (x: number) => celsiusFromFahrenheit(fahrenheitFromCelsius(x))],
    ['inches', (x: number) => millimetresFromInches(inchesFromMillimetres(x))],
  ])('by way of %s come back', (_name, thereAndBack) => {
    fc.assert(
      fc.property(fc.double({ min: -1e5, max: 1e5, noNaN: true }), (value) => {
        expect(thereAndBack(value)).toBeCloseTo(value, 8);
      }),
    );
  });
});

test('a currency has the digits that are its own', () => {
  expect([minorDigits('EUR'), minorDigits('JPY'), minorDigits('KWD')]).toEqual([2, 0, 3]);
  expect([majorOf(2490, 'EUR'), majorOf(2490, 'JPY'), majorOf(2490, 'KWD')]).toEqual([24.9, 2490, 2.49]);
});

describe('a portioning scoop', () => {
  test('is known by how many of it make a US quart', () => {
    expect(scoopMillilitres(40)).toBeCloseTo(23.66, 2);
    // a quart is four cups
    expect(scoopMillilitres(16)).toBeCloseTo(millilitresPer('cup', 'us') / 4, 9);
    for (const number of SCOOP_NUMBERS) expect(scoopMillilitres(number) * number).toBeCloseTo(946.353, 3);
  });
});
