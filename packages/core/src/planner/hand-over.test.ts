import { describe, expect, test } from 'vitest';
import { handOver } from './hand-over';
import type { Batch, Melt, Person } from './problem';
import { runa, smallProblem, tove } from './testing/small-problem';

/** 24 twists, dipped and then packed by Runa: (180 + 96) s at her pace of 90 are 4.14 minutes, so 5. */
const twists: Batch = {
  id: 'b1',
  product: 'twist',
  pieces: 24,
  serves: [{ order: 'o3', pieces: 24 }],
  stages: [
    { stage: 'dip', person: 'runa', start: 500, end: 506, melt: 'm1' },
    { stage: 'pack', person: 'runa', start: 600, end: 605, melt: null },
  ],
};
const milk: Melt = {
  ...{ id: 'm1', melter: 'bowl-b', coating: 'milk', grams: 600, person: 'runa' },
  ...{ setupStart: 460, setupEnd: 481, closed: 506 },
};
const NOW = 510;
const isOpen = ({ start }: { readonly start: number }): boolean => start >= NOW;
/** Who is there, and what becomes of begun work. */
const handed = (people: readonly Person[], batches: readonly Batch[] = [twists], melts = [milk]) =>
  handOver({ ...smallProblem, people }, { batches, melts }, isOpen);
const gone: Person = { ...runa, shifts: [[420, 510]] };

describe('begun work', () => {
  test('stays with whoever is there for it', () => {
    expect(handed([runa, tove])).toEqual({ batches: [twists], melts: [milk] });
  });

  test('goes to whoever can do it and is free, at the same minute, at their own pace', () => {
    const [dip, pack] = handed([gone, tove]).batches[0]!.stages;
    // what has begun is never handed over
    expect(dip).toEqual(twists.stages[0]);
    // (180 + 96) s at 110: 5.06 minutes, so 6
    expect(pack).toEqual({ stage: 'pack', person: 'tove', start: 600, end: 606, melt: null });
  });

  test('waits until they are free, as long as the pieces may lie', () => {
    const busy: Batch = {
      ...twists,
      id: 'b2',
      stages: [twists.stages[0]!, { stage: 'pack', person: 'tove', start: 595, end: 601, melt: null }],
    };
    const [, pack] = handed([gone, tove], [twists, busy]).batches[0]!.stages;
    // dipped at 506 it may be packed from 536 on: the first minute that Tove has six for it
    expect(pack).toMatchObject({ person: 'tove', start: 536, end: 542 });
  });

  test('stays with who is gone where nobody else has the skill, to be told', () => {
    const dipper: Person = { ...tove, skills: ['dip'] };
    expect(handed([gone, dipper])).toEqual({ batches: [twists], melts: [milk] });
    expect(handed([gone])).toEqual({ batches: [twists], melts: [milk] });
  });

  test('a dip is handed over at its minute only, for then its melt is there', () => {
    const later: Batch = {
      ...twists,
      stages: [
        { stage: 'dip', person: 'runa', start: 520, end: 526, melt: 'm1' },
        { stage: 'pack', person: 'tove', start: 600, end: 606, melt: null },
      ],
    };
    expect(handed([gone, tove], [later]).batches[0]!.stages[0]).toMatchObject({ person: 'tove', start: 520 });
    const busy: Person = { ...tove, shifts: [[525, 780]] };
    expect(handed([gone, busy], [later]).batches[0]!.stages[0]).toMatchObject({ person: 'runa', start: 520 });
  });

  test('a set-up is handed over with its skill', () => {
    const ahead: Melt = { ...milk, setupStart: 520, setupEnd: 541, closed: 560 };
    const tempers: Person = { ...tove, skills: [...tove.skills, 'temper'] };
    expect(handed([gone, tempers], [], [ahead]).melts[0]).toEqual({ ...ahead, person: 'tove' });
    expect(handed([gone, tove], [], [ahead]).melts[0]).toEqual(ahead);
  });
});
