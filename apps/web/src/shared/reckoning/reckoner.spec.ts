import { TestBed } from '@angular/core/testing';
import { order, savedPlan } from '../../testing/small-workshop';
import { Reckoner } from './reckoner';
import type { ReckonerAnswer, ReckonerAsk } from './reckoning';

/** A worker that answers when the test says so. */
class StandIn extends EventTarget {
  static readonly all: StandIn[] = [];
  readonly asks: ReckonerAsk[] = [];
  isOver = false;

  constructor() {
    super();
    StandIn.all.push(this);
  }

  postMessage(ask: ReckonerAsk): void {
    this.asks.push(ask);
  }

  terminate(): void {
    this.isOver = true;
  }

  answer(data: ReckonerAnswer): void {
    this.dispatchEvent(new MessageEvent('message', { data }));
  }
}

describe('the page’s reckoner', () => {
  const { problem, plan } = savedPlan([order()]);
  const line = { order: 'o1', product: 'dusk-berry' };
  const ask = () => TestBed.inject(Reckoner).ask('ways', { problem, plan }, line);

  beforeEach(() => {
    StandIn.all.length = 0;
    vi.stubGlobal('Worker', StandIn);
  });
  afterEach(() => vi.unstubAllGlobals());

  test('gives each question its own answer, in whatever order they come, from one worker', async () => {
    const [first, second] = [ask(), ask()];
    const [worker] = StandIn.all;
    const [a, b] = worker!.asks;
    const way = { changes: [], unmetPieces: 0, cost: 1, movedTasks: 2 };
    worker!.answer({ number: b!.number, answer: [way] });
    worker!.answer({ number: a!.number, answer: [] });
    expect(await first).toEqual([]);
    expect(await second).toEqual([way]);
    expect(StandIn.all).toHaveLength(1);
    expect(a).toMatchObject({ question: 'ways', about: line, planned: { plan } });
  });

  test('tells of what could not be worked out, and begins anew when its worker broke', async () => {
    const failed = ask();
    StandIn.all[0]!.answer({ number: StandIn.all[0]!.asks[0]!.number, fault: 'no such line' });
    await expect(failed).rejects.toThrow('no such line');
    const broken = ask();
    StandIn.all[0]!.dispatchEvent(new ErrorEvent('error', { message: 'out of memory' }));
    await expect(broken).rejects.toThrow('out of memory');
    void ask();
    expect(StandIn.all).toHaveLength(2);
  });

  test('lets what is asked in haste go past what takes long, by a worker of its own', async () => {
    const long = ask();
    const places = { batch: 'b1', stage: 'dip', from: 0, to: 60, step: 5 };
    const quick = TestBed.inject(Reckoner).ask('places', { problem, plan }, places);
    const [patient, hasty] = StandIn.all;
    expect(hasty!.asks).toMatchObject([{ question: 'places', about: places }]);
    hasty!.answer({ number: hasty!.asks[0]!.number, answer: [] });
    expect(await quick).toEqual([]);
    hasty!.dispatchEvent(new ErrorEvent('error', { message: 'broken' }));
    patient!.answer({ number: patient!.asks[0]!.number, answer: [] });
    expect(await long).toEqual([]);
  });

  test('ends its worker with the page', () => {
    void ask();
    TestBed.inject(Reckoner).ngOnDestroy();
    expect(StandIn.all[0]!.isOver).toBe(true);
  });
});
