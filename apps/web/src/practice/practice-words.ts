import type { PracticeRecord, Workshop } from '@alnage/contract';
import type { PracticeAdvice } from '@alnage/core/temper';
import { SCHOOL_WORDS } from '../shared/bench/temper-words';
import { count, duration } from '../shared/formats/formats';
import type { WallTime } from '../shared/formats/wall-time';
import { nameOf } from '../shared/name-of';

/** What a practice taught, in words. */
export const ADVICE_WORDS: Readonly<Record<PracticeAdvice, string>> = {
  'never-tempered':
    'The coats bloom though the bowl was not too warm: it never came into temper. Seed it, and stir it down to where the crystals form.',
  'too-warm':
    'The bowl was above its window: what is too warm loses its temper and runs to a foot. Take it off the heat sooner.',
  'too-cool': 'The bowl was below its window: it coats thick. Rewarm it for seconds before it gets there.',
  lumps: 'Seed was not melted yet. Stir longer, or take out what is solid.',
  thick: 'The coats are thick: tap twice.',
  'well-done': 'Well done: nine in ten or more are fit for sale.',
};

/** Names that a practice is told with. */
export interface PracticeNames {
  readonly workshop: Pick<Workshop, 'coatings' | 'people'>;
  readonly wall: WallTime;
}

/** A practice of before in two lines: who, when and what came of it; with what. */
export function practiceTold(
  { at, by, coating, school, ...came }: PracticeRecord,
  { workshop, wall }: PracticeNames,
): { readonly id: string; readonly head: string; readonly came: string; readonly with: string } {
  const who = by === null ? '' : `${nameOf(workshop.people, by)}, `;
  return {
    id: came.id,
    head: who + wall.dayTime(Date.parse(at)),
    came: cameText(came),
    with: `${nameOf(workshop.coatings, coating)} ${SCHOOL_WORDS[school]}, ${duration(came.minutes)}`,
  };
}

/** 27 of 50 for sale; 23 with lumps */
function cameText({
  pieces,
  good,
  bloom,
  feet,
  lumps,
}: Pick<PracticeRecord, 'pieces' | 'good' | 'bloom' | 'feet' | 'lumps'>): string {
  const faults = [
    ...(bloom > 0 ? [`${count(bloom)} with bloom`] : []),
    ...(feet > 0 ? [`${count(feet)} with a foot`] : []),
    ...(lumps > 0 ? [`${count(lumps)} with lumps`] : []),
  ];
  return [`${count(good)} of ${count(pieces)} for sale`, faults.join(', ')].filter(Boolean).join('; ');
}
