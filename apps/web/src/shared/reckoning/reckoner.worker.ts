import { waysToMeet } from '@alnage/core';
import type { ReckonerAnswer, ReckonerAsk } from './reckoning';

/** Works out beside the page what takes longer than a page may stand still. */
addEventListener('message', ({ data }: MessageEvent<ReckonerAsk>) => postMessage(answer(data)));

function answer({ number, planned, line, seconds }: ReckonerAsk): ReckonerAnswer {
  const start = performance.now();
  const progress = (): number => (performance.now() - start) / (seconds * 1000);
  try {
    return { number, ways: waysToMeet(planned, line, { progress }) };
  } catch (error) {
    return { number, fault: (error as Error).message };
  }
}
