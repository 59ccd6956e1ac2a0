import { chooseUnits, FIRST_UNITS } from '../shared/units/units';
import { inWeekOrder, nextWeekday, weekdayChoices } from './hours-form';

describe('a week', () => {
  afterEach(() => chooseUnits(FIRST_UNITS));

  test.each([
    ['monday', 'Monday', [1, 2, 6, 7]],
    ['sunday', 'Sunday', [7, 1, 2, 6]],
    ['saturday', 'Saturday', [6, 7, 1, 2]],
  ] as const)('that begins on %s lists and offers its days from there', (weekBegins, first, order) => {
    chooseUnits({ weekBegins });
    const week = [1, 2, 7, 6].map((weekday) => ({ weekday }));
    expect(inWeekOrder(week).map(({ weekday }) => weekday)).toEqual(order);
    expect(weekdayChoices()[0]!.name).toBe(first);
    expect(weekdayChoices()).toHaveLength(7);
    expect(nextWeekday({ value: [] })).toBe(order[0]);
    expect(nextWeekday({ value: [{ weekday: '7' }] })).toBe(1);
  });
});
