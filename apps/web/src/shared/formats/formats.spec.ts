import { chooseUnits, FIRST_UNITS } from '../units/units';
import {
  area,
  count,
  duration,
  height,
  length,
  listed,
  mass,
  money,
  partMassParts,
  percent,
  pieceMass,
  priceOfMass,
  temperature,
  thickness,
  volume,
} from './formats';
import { typedTime } from './typed-time';
import { dayText, hourText, shortHour, spokenHour, timeText, WallTime, wallText } from './wall-time';

beforeEach(() => chooseUnits(FIRST_UNITS));

describe('figures', () => {
  test.each([
    [0, '0 g'],
    [999.4, '999 g'],
    [1000, '1.00 kg'],
    [1579, '1.58 kg'],
  ])('a mass of %d g reads %s', (grams, text) => expect(mass(grams)).toBe(text));

  test.each([
    [0, '0 min'],
    [59.6, '1 h'],
    [65, '1 h 05'],
    [990, '16 h 30'],
    [2820, '47 h'],
    [2880, '2 d'],
    [30_240, '21 d'],
    [3000, '2 d 2 h'],
  ])('%d minutes read %s', (minutes, text) => expect(duration(minutes)).toBe(text));

  test('counts, shares and lists', () => {
    expect(count(2096)).toBe('2,096');
    expect(pieceMass(6.206)).toBe('6.2 g');
    expect(partMassParts(1.1237)).toEqual({ value: '1.12', unit: 'g' });
    expect(money(132, 'EUR')).toBe('€1.32');
    expect([percent(0.834), percent(1.04), percent(Infinity)]).toEqual(['83%', '104%', 'none']);
    expect([listed([]), listed(['a']), listed(['a', 'b', 'c'])]).toEqual(['', 'a', 'a, b and c']);
  });
});

describe('figures in other units', () => {
  test('are the same amounts', () => {
    const metric = [
      pieceMass(6.2),
      mass(850),
      mass(6000),
      thickness(1.77),
      length(32),
      area(2470),
      temperature(31.5),
    ];
    expect(metric).toEqual(['6.2 g', '850 g', '6.00 kg', '1.77 mm', '32 mm', '24.7 cm²', '31.5 °C']);
    chooseUnits({ mass: 'oz', length: 'in', temperature: 'F' });
    const others = [
      pieceMass(6.2),
      mass(300),
      mass(6000),
      thickness(1.77),
      length(32),
      area(2470),
      temperature(31.5),
    ];
    expect(others).toEqual([
      '0.219 oz',
      '10.6 oz',
      '13.23 lb',
      '0.070 in',
      '1.26 in',
      '3.83 sq in',
      '88.7 °F',
    ]);
  });

  test('of prices, heights and volumes are of pounds, feet and fluid ounces', () => {
    const told = () => [priceOfMass(1.59, 'USD'), height(300), volume(12)];
    expect(told()).toEqual(['$15.90 a kg', '300 m', '12 ml']);
    chooseUnits({ mass: 'oz', length: 'in' });
    expect(told()).toEqual(['$7.21 a lb', '984 ft', '0.41 fl oz']);
  });

  test('are remembered on this device', () => {
    chooseUnits({ mass: 'oz' });
    expect(JSON.parse(localStorage.getItem('alnage.units')!)).toMatchObject({ mass: 'oz', temperature: 'C' });
  });

  test('of time are read and typed with am and pm', () => {
    const wall = new WallTime('Europe/Helsinki');
    chooseUnits({ clock: '12' });
    expect(wall.time(Date.parse('2026-06-19T12:00:00Z'))).toBe('3:00 pm');
    expect(wall.time(Date.parse('2026-06-18T21:00:00Z'))).toBe('12:00 am');
    expect([shortHour('15'), spokenHour('15')]).toEqual(['3 pm', '3 pm']);
    expect([hourText('00'), hourText('12'), timeText('09:05')]).toEqual(['12 am', '12 pm', '9:05 am']);
    expect([dayText('2026-06-19'), wallText('2026-07-01T14:47')]).toEqual([
      'Fri 19 Jun',
      'Wed 1 Jul, 2:47 pm',
    ]);
    chooseUnits({ date: 'month-first' });
    expect([dayText('2026-06-19'), wallText('2026-07-01T14:47')]).toEqual([
      'Fri Jun 19',
      'Wed Jul 1, 2:47 pm',
    ]);
    expect(['3 pm', '12 am', '12:30pm', '13 pm'].map(typedTime)).toEqual(['15:00', '00:00', '12:30', null]);
  });
});

describe('the clock on the wall', () => {
  const wall = new WallTime('Europe/Helsinki');
  const instant = Date.parse('2026-06-19T12:00:00Z');

  test('shows instants in the workshop’s zone, whatever the machine’s', () => {
    expect(wall.dayTime(instant)).toBe('Fri 19, 15:00');
    expect(wall.time(Date.parse('2026-06-18T21:00:00Z'))).toBe('00:00');
    expect(wall.dateTime(Date.parse('2026-07-01T11:47:00Z'))).toBe('Wed 1 Jul, 14:47');
    expect(wall.weekday(instant)).toBe('Friday');
    // past midnight the end is of another day, and says so
    const hours = 3_600_000;
    expect(wall.span(instant, instant + hours)).toBe('Fri 19, 15:00–16:00');
    expect(wall.span(instant, instant + 10 * hours)).toBe('Fri 19, 15:00–Sat 20, 01:00');
    expect(wall.near(instant + 24 * hours, instant)).toBe('Sat 20, 15:00');
    expect(wall.hour(instant)).toBe('15');
  });
});

describe('a time as people type it', () => {
  test.each([
    ['15', '15:00'],
    ['9.30', '09:30'],
    ['0930', '09:30'],
    [' 15:05 ', '15:05'],
    ['23h59', '23:59'],
  ])('%j is %s', (text, time) => expect(typedTime(text)).toBe(time));

  test.each(['', '24', '15:60', 'noon', '1 5', '15:5', '-3'])('%j is none', (text) =>
    expect(typedTime(text)).toBeNull(),
  );
});

test('money has the digits of its currency', () => {
  expect([money(2490, 'EUR'), money(2490, 'JPY')]).toEqual(['€24.90', '¥2,490']);
});
