import { forecastOf } from './forecast-file';

describe('a forecast in a file', () => {
  test('is read with commas or semicolons, whatever begins it', async () => {
    const days = [{ date: '2026-06-19', celsius: 24 }];
    expect(await forecastOf('\ufeffdate,celsius\n2026-06-19,24\n')).toEqual(days);
    expect(await forecastOf('date;max\n2026-06-19;24\n')).toEqual(days);
  });

  test('that cannot be says in which line, with the value', async () => {
    expect(await forecastOf('date,celsius\n2026-06-19,240\n')).toBe(
      'Line 2, celsius: “240” will not do: -30..50 °C. Nothing of it is taken.',
    );
    expect(await forecastOf('date,celsius\n"2026')).toContain('That is no CSV');
    expect(await forecastOf('')).toContain('a column date');
  });
});
