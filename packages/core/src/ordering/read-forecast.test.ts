import { describe, expect, test } from 'vitest';
import { readForecast } from './read-forecast';

describe('a forecast', () => {
  test('is the warmest of each day, a row a day or a row an hour, in order', () => {
    expect(
      readForecast([
        ['Date', 'Celsius'],
        ['2026-06-20', '19,5'],
        ['2026-06-19T09:00', '18'],
        ['2026-06-19T15:00', '24'],
        ['', ''],
      ]),
    ).toEqual([
      { date: '2026-06-19', celsius: 24 },
      { date: '2026-06-20', celsius: 19.5 },
    ]);
    expect(
      readForecast([
        ['day', 'place', '°F'],
        ['2026-06-19', 'quay', '77'],
      ]),
    ).toEqual([{ date: '2026-06-19', celsius: 25 }]);
  });

  test.each<[string, string[][], string, string]>([
    ['no table', [], '/1/head', 'a column date'],
    ['no warmth', [['date', 'rain']], '/1/head', 'a column celsius or fahrenheit'],
    [
      'a day that is none',
      [
        ['date', 'max'],
        ['Friday', '20'],
      ],
      '/2/date',
      'a day as 2026-06-19',
    ],
    [
      'a day that no month has',
      [
        ['date', 'max'],
        ['2026-06-41', '20'],
      ],
      '/2/date',
      'a day as',
    ],
    [
      'a warmth that is none',
      [
        ['date', 'max'],
        ['2026-06-19', 'warm'],
      ],
      '/2/celsius',
      '-30..50 °C',
    ],
    [
      'nothing for a warmth',
      [
        ['date', 'max'],
        ['2026-06-19', ''],
      ],
      '/2/celsius',
      '-30..50 °C',
    ],
    [
      'an oven',
      [
        ['date', 'max'],
        ['2026-06-19', '20'],
        ['2026-06-20', '180'],
      ],
      '/3/celsius',
      '-30..50 °C',
    ],
  ])('of %s is refused by line and column', (_name, rows, field, range) => {
    expect(() => readForecast(rows)).toThrow(expect.objectContaining({ field }) as Error);
    expect(() => readForecast(rows)).toThrow(range);
  });
});
