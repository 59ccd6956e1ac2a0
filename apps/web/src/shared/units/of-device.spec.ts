import { currencyOf, regionOf, unitsToOffer } from './of-device';
import { chooseUnits, FIRST_UNITS } from './units';

describe('what a device is set to', () => {
  afterEach(() => chooseUnits(FIRST_UNITS));

  test.each([
    ['sv-SE', 'SE', 'SEK'],
    ['en-US', 'US', 'USD'],
    ['de-AT', 'AT', 'EUR'],
    ['fr', '', 'EUR'],
  ])('%s is of the region “%s” and is paid in %s', (language, region, currency) => {
    expect([regionOf(language), currencyOf(language)]).toEqual([region, currency]);
  });

  test('offers the units of its people until they are in use', () => {
    expect(unitsToOffer('sv-SE')).toBeNull();
    const offered = unitsToOffer('en-US')!;
    expect(offered).toMatchObject({ temperature: 'F', mass: 'oz', clock: '12' });
    chooseUnits(offered);
    expect(unitsToOffer('en-US')).toBeNull();
  });
});
