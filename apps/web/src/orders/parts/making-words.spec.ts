import { MAKING_MOST, type SlotMakingView } from '@alnage/contract';
import { piece } from '../../testing/small-piece';
import { order, savedPlan, workshop } from '../../testing/small-workshop';
import { planWords } from '../../shared/plan/plan-names';
import { makingHead, makingText, moreText } from './making-words';

const saved = savedPlan([order()]);
const words = planWords(saved, workshop, [piece]);
const making = (change: Partial<SlotMakingView> = {}): SlotMakingView => ({
  at: '2026-06-19T10:00',
  horizonStart: saved.horizonStart,
  batches: saved.plan.batches.slice(0, 1),
  melts: saved.plan.melts.slice(0, 1),
  opened: [],
  times: 3,
  ...change,
});

describe('how an order would be made', () => {
  test('names each run with its hour, its hands and its bowl', () => {
    const [batch] = saved.plan.batches;
    const [text] = makingText(making(), words);
    const melt = saved.plan.melts[0]!;
    for (const { start, end, person } of batch!.stages)
      expect(text).toContain(`${words.time(start)}–${words.clock(end)} by ${words.person(person)}`);
    expect(text).toContain(
      `from the melt of ${words.coating(melt.coating)} in ${words.bowl(melt.melter)} that is planned`,
    );
    expect(makingHead(making())).toBe('It would be made in 1 batch with no new melt:');
  });

  test('tells when a melt is set up for it, and by whom', () => {
    const melt = saved.plan.melts[0]!;
    const [text] = makingText(making({ opened: [melt.id] }), words);
    expect(text).toContain(`set up ${words.time(melt.setupStart)} by ${words.person(melt.person)}`);
    expect(makingHead(making({ opened: [melt.id] }))).toContain('1 new melt');
  });

  test('tells of a melt once where two coats come from it', () => {
    const [batch] = saved.plan.batches;
    const melt = saved.plan.melts[0]!;
    const twice = {
      ...batch!,
      stages: [...batch!.stages, batch!.stages.find(({ melt: id }) => id === melt.id)!],
    };
    const [text] = makingText(making({ batches: [twice], opened: [melt.id] }), words);
    expect(text!.split('set up')).toHaveLength(2);
    expect(text).toContain(`from the same melt of ${words.coating(melt.coating)}`);
  });

  test.each([
    [null, ''],
    [0, ''],
    [1, 'No more such order fits this slot.'],
    [2, '1 more such order fits this slot.'],
    [5, '4 more such orders fit this slot.'],
    [MAKING_MOST, 'At least 23 more such orders fit this slot.'],
  ])('%s times reads', (times, text) => expect(moreText(times)).toBe(text));
});
