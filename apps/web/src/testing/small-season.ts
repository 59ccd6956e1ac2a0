import type { SeasonFigures } from '@alnage/contract';

/** The season with one order of a box and 24 pieces on Friday at 15:00, unless the test wants otherwise. */
export function figures(change: Partial<SeasonFigures> = {}): SeasonFigures {
  const day = {
    orders: 0,
    pieces: 0,
    boxes: 0,
    handover: { boxes: 0, room: 216 },
    packingSeconds: 0,
    slots: [],
  };
  const slot = { point: 'shop', at: '2026-06-19T12:00:00.000Z', orders: 1, boxes: 2, room: 12 };
  return {
    season: 'midsummer',
    orders: 1,
    pieces: 30,
    waiting: 0,
    held: 0,
    days: [
      { ...day, date: '2026-06-18' },
      {
        ...day,
        date: '2026-06-19',
        ...{ orders: 1, pieces: 30, boxes: 2, handover: { boxes: 2, room: 216 } },
        ...{ packingSeconds: 40, slots: [slot] },
      },
    ],
    booked: [
      {
        ...{ piece: 'dusk-berry', pieces: 30, targetPieces: 120, state: 'open' },
        ...{ until: '2026-06-19T03:00:00.000Z', from: '2026-06-18', to: '2026-06-19' },
      },
    ],
    daysToPeak: 0.5,
    pace: [{ daysBefore: 10, pieces: 30 }],
    before: null,
    expectedPieces: null,
    targetPieces: 120,
    ...change,
  };
}
