import type { PromisedSlot } from '@alnage/contract';
import { piece } from '../../testing/small-piece';
import { order, savedPlan, workshop } from '../../testing/small-workshop';
import { planWords } from '../../shared/plan/plan-names';
import { promiseDays, promiseSummary, promiseText, promiseTimes } from './promise-days';

const slot = (at: string, change: Partial<PromisedSlot> = {}): PromisedSlot => ({
  at,
  atInstant: new Date(`${at}:00+03:00`).toISOString(),
  kind: 'open',
  ageMinutes: 390,
  eatBy: null,
  roomBoxes: null,
  slotFault: null,
  offerFault: null,
  piece: null,
  blocker: null,
  ...change,
});

const no = slot('2026-06-18T13:00', {
  kind: 'no',
  ageMinutes: null,
  piece: 'dusk-berry',
  blocker: { kind: 'room', stage: 'dip', zone: 'fridge', trays: 3, at: 780 },
});
const slots = [no, slot('2026-06-18T14:00', { kind: 'tight' }), slot('2026-06-19T13:00')];
const context = {
  words: planWords(savedPlan([order()]), workshop, [piece]),
  timeZone: workshop.timeZone,
};

describe('the promise grid', () => {
  test('stands by day and hour, each answer with a shape and a word', () => {
    expect(promiseTimes(slots).map(({ text }) => text)).toEqual(['13:00', '14:00']);
    const days = promiseDays(slots, workshop.timeZone);
    expect(days.map(({ name, cells }) => [name, cells.map((cell) => cell?.mark ?? ' ').join('')])).toEqual([
      ['Thu 18', '–◐'],
      ['Fri 19', '● '],
    ]);
    expect(days[0]!.cells[1]!.name).toBe('Thu 18, 14:00: tight');
    expect(promiseSummary(slots)).toBe('2 of 3 slots are possible');
  });

  test('says how old the oldest piece is, and whether more would fit', () => {
    expect(promiseText(slots[1]!, slots, context)).toBe(
      'Thu 18, 14:00 is possible: the oldest piece is 6 h 30 old then. This order fits, but not another like it.',
    );
    expect(promiseText(slots[2]!, slots, context)).toContain('Another like it would fit too.');
    const eaten = slot('2026-06-19T13:00', { eatBy: '2026-06-21T05:00:00.000Z' });
    expect(promiseText(eaten, [eaten], context)).toContain('old then, to be eaten by Sun 21 Jun, 08:00.');
  });

  test('says why not, and what is nearest', () => {
    expect(promiseText(no, slots, context)).toBe(
      'Thu 18, 13:00 does not fit beside what is planned; a new plan may find room. Dusk berry: 3 trays do not fit in the fridge before Thu 18, 13:00. Nearest possible: Thu 18, 14:00.',
    );
    expect(promiseText(no, [no], context)).toContain('No other slot is possible as things are.');
  });

  test('heads full hours only, and tells what is wrong with a slot itself', () => {
    const half = slot('2026-06-18T13:30', { kind: 'no', slotFault: 'full', roomBoxes: 1 });
    const closed = slot('2026-06-18T14:00', { kind: 'no', slotFault: 'closed' });
    expect(promiseTimes([no, half, closed]).map(({ isHeaded }) => isHeaded)).toEqual([true, false, true]);
    expect(promiseDays([no, half, closed], workshop.timeZone)[0]!.cells.map((cell) => cell!.mark)).toEqual([
      '–',
      '–',
      '×',
    ]);
    expect(promiseText(half, [half], context)).toContain('The slot hands over 1 box more.');
    expect(promiseText(closed, [closed], context)).toContain('The slot takes no more orders.');
    const offerFault = { code: 'cut-off-past', params: { piece: 'dusk-berry', until: '2026-06-17T18:00' } };
    const late = slot('2026-06-18T14:30', { kind: 'no', offerFault });
    expect(promiseDays([late], workshop.timeZone)[0]!.cells[0]!.mark).toBe('×');
    expect(promiseText(late, [late], context)).toContain(
      'Ordering of dusk berry for then ended Wed 17 Jun, 18:00.',
    );
    const room = slot('2026-06-18T15:00', { roomBoxes: 4 });
    expect(promiseText(room, [room], context)).toContain('The slot hands over 4 boxes more.');
  });
});
