import { count, duration, gramsToTenth, listed, mass, percent, toHundredth } from './formats';
import { typedTime } from './typed-time';
import { WallTime } from './wall-time';

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
    expect(gramsToTenth(6.206)).toBe('6.2');
    expect(toHundredth(1.1237)).toBe('1.12');
    expect([percent(0.834), percent(1.04), percent(Infinity)]).toEqual(['83%', '104%', 'none']);
    expect([listed([]), listed(['a']), listed(['a', 'b', 'c'])]).toEqual(['', 'a', 'a, b and c']);
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
