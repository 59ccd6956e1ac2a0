import { randomUUID } from 'node:crypto';
import type { Bench, BenchTaken, RunRecord, Weighing } from '@alnage/contract';
import type { BenchDeed, BenchWork, StageWork } from '@alnage/core';
import { ask } from './ask';
import type { WorkshopApp } from './workshop-app';

const MINUTE = 60_000;
export const isDip = (work: BenchWork): work is StageWork => work.kind === 'stage' && work.melt !== null;

/** What tests do at the bench of a workshop. */
export function benchDesk(shopOf: () => WorkshopApp) {
  const bench = async (): Promise<Bench> => (await shopOf().app.inject('/api/bench')).json<Bench>();
  const now = (): number => shopOf().app.clock.now().getTime();
  /** A dip of a piece that nobody has begun, the first to come. */
  async function freshDip(product: string): Promise<StageWork> {
    const { works, events, sealed } = await bench();
    const used = new Set([...events, ...sealed].map(({ work }) => work));
    return works.filter(isDip).find((work) => work.product === product && !used.has(work.key))!;
  }
  const event = (work: string, deed: BenchDeed, minutesAgo = 0) => ({
    ...{
      id: randomUUID(),
      work,
      at: Math.round(now() - minutesAgo * MINUTE),
      by: null as string | null,
      deed,
    },
  });
  const send = (events: readonly object[]) =>
    shopOf()
      .app.inject({ method: 'POST', url: '/api/bench/events', payload: { events } })
      .then((response) => ({
        status: response.statusCode,
        body: response.json<BenchTaken & { errors: { pointer: string; code: string }[] }>(),
      }));
  const seal = (work: string, more: Record<string, unknown> = {}) =>
    ask<RunRecord>(shopOf().app, ['POST', '/api/runs'], {
      work,
      confirmed: [],
      toLarderGrams: 0,
      note: '',
      ...more,
    });
  /** The weighing that a sealed run left. */
  const learnedFrom = async (run: string): Promise<Weighing | undefined> => {
    const [row] = await shopOf().db.query<{ weighing_id: string }[]>(
      'select weighing_id from run where id = $1',
      [run],
    );
    return (await shopOf().app.inject('/api/weighings'))
      .json<Weighing[]>()
      .find(({ id }) => id === row!.weighing_id);
  };
  const runs = async (): Promise<RunRecord[]> => (await shopOf().app.inject('/api/runs')).json<RunRecord[]>();
  /** Everything of a run that went as planned, its bowl weighed before and after. */
  function wholeRun({ key, startPieces, pieces, secondsPerPiece }: StageWork, gramsPerPiece: number) {
    const minutes = (startPieces * secondsPerPiece) / 60;
    const used = Math.round(startPieces * gramsPerPiece);
    return [
      event(key, { kind: 'begin' }, minutes),
      event(key, { kind: 'weigh', what: 'start', grams: used + 900 }, minutes),
      event(key, { kind: 'tray', pieces }, 1),
      ...(startPieces > pieces
        ? [event(key, { kind: 'reject', pieces: startPieces - pieces, cause: 'cracked' }, 1)]
        : []),
      event(key, { kind: 'weigh', what: 'left', grams: 900 }),
      event(key, { kind: 'end' }),
    ];
  }
  return { bench, now, freshDip, event, send, seal, learnedFrom, runs, wholeRun };
}
