import { editPlan, openPlaces, waysToMeet, whatHelps, whatIf } from '@alnage/core/planner';
import type { Question, ReckonerAnswer, ReckonerAsk, Reckonings } from './reckoning';

/** Works out beside the page what takes longer than a page may stand still. */
addEventListener('message', ({ data }: MessageEvent<ReckonerAsk>) => postMessage(answer(data)));

type Reckon = {
  readonly [Q in Question]: (ask: ReckonerAsk<Q>, progress: () => number) => Reckonings[Q]['answer'];
};

const RECKON: Reckon = {
  ways: ({ planned, about }, progress) => waysToMeet(planned, about, { progress }),
  places: ({ planned, about }) => openPlaces(planned, about),
  edit: ({ planned, about }) => editPlan(planned, about),
  whatIf: ({ planned, about: { changes, isFree } }) => whatIf(planned, changes, { isFree }),
  helps: ({ planned }, progress) => whatHelps(planned, { progress }),
};

function answer(ask: ReckonerAsk): ReckonerAnswer {
  const { number, question, seconds } = ask;
  const start = performance.now();
  const progress = (): number => (performance.now() - start) / (seconds * 1000);
  try {
    return { number, answer: RECKON[question](ask as never, progress) };
  } catch (error) {
    return { number, fault: (error as Error).message };
  }
}
