import type { Change } from '@alnage/core/planner';
import { piece } from '../../testing/small-piece';
import { order, savedPlan, workshop } from '../../testing/small-workshop';
import { planWords } from './plan-names';
import { wayText } from './way-words';

describe('what would meet a line', () => {
  const words = planWords(savedPlan([order()]), workshop, [piece]);
  const way = (movedTasks: number, ...changes: Change[]): string =>
    wayText({ changes, movedTasks, unmetPieces: 0, cost: 1 }, words);

  test.each<[string, string]>([
    [way(0, { kind: 'trays', zone: 'fridge', more: 1 }), '1 more tray in the fridge; nothing else moves.'],
    [
      way(1, { kind: 'hours', person: 'runa', span: [2280, 2400] }),
      'Runa there Fri 19, 14:00 to 16:00 as well; 1 planned task moves.',
    ],
    [
      way(12, { kind: 'trays', zone: 'fridge', more: 4 }, { kind: 'bowl', like: 'bowl-a' }),
      '4 more trays in the fridge and one more bowl like Bowl A; 12 planned tasks move.',
    ],
    [
      way(2, { kind: 'pickup', order: 'o1', due: 2340 }),
      'Collected Fri 19, 15:00 instead; 2 planned tasks move.',
    ],
  ])('is told: %s', (text, told) => expect(text).toBe(told));
});
