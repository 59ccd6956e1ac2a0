import * as browserDatabase from 'fake-indexeddb';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { BenchEventDraft, BenchEventsAsk, DeedRefusal } from '@alnage/contract';
import type { BenchDeed } from '@alnage/core/bench';
import { provideState, provideStore } from '@ngrx/store';
import { liveFeature } from '../../state/live.state';
import { workshopFeature } from '../../state/workshop.state';
import { openDeedBox } from '../deeds/deed-box';
import { BENCH_BOX, Outbox, type BenchRefusal } from './outbox';

const benchBox = () => openDeedBox<BenchEventDraft, BenchRefusal>(BENCH_BOX);
const WORK = 'stage/b1/dip';
const tray = (pieces: number): BenchDeed => ({ kind: 'tray', pieces });
const turn = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 5));

/** The outbox of a page that was just opened on this device. */
function open() {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      provideStore(),
      provideState(workshopFeature),
      provideState(liveFeature),
    ],
  });
  const [outbox, http] = [TestBed.inject(Outbox), TestBed.inject(HttpTestingController)];
  const settle = async (): Promise<void> => {
    await outbox.settled();
    await turn();
  };
  // the database takes as long as it takes, on a busy machine longer
  const until = (isSo: () => void | Promise<void>): Promise<void> =>
    vi.waitFor(isSo, { timeout: 5000, interval: 5 });
  const request = async () => {
    await settle();
    const sent = await vi.waitFor(() => http.expectOne('/api/bench/events'), { timeout: 5000, interval: 5 });
    const { events } = sent.request.body as BenchEventsAsk;
    const isWaiting = () => outbox.waiting().some(({ event }) => events.some(({ id }) => id === event.id));
    return {
      deeds: events.map(({ deed }) => deed),
      take: async (...refusals: (DeedRefusal | null)[]) => {
        sent.flush({ taken: events.map(({ id }, index) => ({ id, refusal: refusals[index] ?? null })) });
        await until(() => expect(isWaiting()).toBe(false));
        await settle();
      },
      lose: async () => {
        sent.error(new ProgressEvent('error'));
        await settle();
      },
      refuse: async (pointer: string) => {
        const error = { code: 'invalid-input', errors: [{ pointer }] };
        const before = outbox.refused().length;
        sent.flush(error, { status: 400, statusText: 'Bad Request' });
        await until(() => expect(outbox.refused().length).toBeGreaterThan(before));
        await settle();
      },
    };
  };
  return { outbox, http, settle, request, until };
}

/** A database as browsers have one, for these tests alone: other specs are written for none. */
function useDatabase(): void {
  const { indexedDB: _shared, default: _own, ...classes } = browserDatabase;
  for (const [name, value] of Object.entries(classes)) vi.stubGlobal(name, value);
  vi.stubGlobal('indexedDB', new browserDatabase.IDBFactory());
}

describe('what is done at the bench', () => {
  beforeAll(useDatabase);
  afterAll(() => vi.unstubAllGlobals());

  beforeEach(async () => {
    const box = await benchBox();
    await box.remove((await box.all()).map(({ order }) => order));
  });

  test('is sent at once, in its order, and forgotten once it is taken', async () => {
    const { outbox, http, request, settle } = open();
    outbox.add(WORK, tray(1));
    const first = await request();
    outbox.add(WORK, tray(2));
    outbox.add(WORK, tray(3));
    await settle();
    // one call at a time, so that nothing overtakes
    http.expectNone('/api/bench/events');
    expect(first.deeds).toEqual([tray(1)]);
    await first.take();
    const second = await request();
    expect(second.deeds).toEqual([tray(2), tray(3)]);
    await second.take();
    expect(outbox.waiting()).toEqual([]);
    expect(outbox.mine().map(({ deed }) => deed)).toEqual([tray(1), tray(2), tray(3)]);
    expect(await (await benchBox()).all()).toEqual([]);
  });

  test('outlives the page: what was not sent goes first when it is opened anew, by the same ids', async () => {
    const before = open();
    const event = before.outbox.add(WORK, tray(1));
    await (await before.request()).lose();
    expect(before.outbox.waiting()).toHaveLength(1);

    const after = open();
    after.outbox.add(WORK, tray(2));
    const sent = await after.request();
    expect(sent.deeds[0]).toEqual(tray(1));
    await sent.take();
    if (after.outbox.waiting().length > 0) await (await after.request()).take();
    expect(after.outbox.mine().map(({ id }) => id)[0]).toBe(event.id);
    expect(after.outbox.mine()).toHaveLength(2);
    expect(after.outbox.waiting()).toEqual([]);
  });

  test('goes on when the network is back', async () => {
    const { outbox, request } = open();
    outbox.add(WORK, tray(1));
    await (await request()).lose();
    dispatchEvent(new Event('online'));
    const again = await request();
    expect(again.deeds).toEqual([tray(1)]);
    await again.take();
    expect(outbox.waiting()).toEqual([]);
  });

  test('that cannot be taken is put aside, kept, and holds nothing else up', async () => {
    const { outbox, request, until } = open();
    outbox.add(WORK, tray(1));
    await (await request()).take('sealed');
    expect(outbox.refused().map(({ refusal }) => refusal)).toEqual(['sealed']);
    outbox.add(WORK, tray(2));
    await (await request()).take();
    expect(open().outbox.waiting()).toEqual([]);
    expect((await (await benchBox()).all()).map(({ refusal }) => refusal)).toEqual(['sealed']);
    outbox.dismiss(outbox.refused()[0]!);
    await until(async () => expect(await (await benchBox()).all()).toEqual([]));
  });

  test('that the server could not read is put aside by what it named, the others are sent again', async () => {
    const { outbox, request } = open();
    outbox.add(WORK, tray(1));
    const first = await request();
    outbox.add(WORK, tray(-3));
    outbox.add(WORK, tray(5));
    await first.take();
    await (await request()).refuse('/events/0/deed/pieces');
    expect(outbox.refused().map(({ event }) => event.deed)).toEqual([tray(-3)]);
    const rest = await request();
    expect(rest.deeds).toEqual([tray(5)]);
    await rest.take();
  });
});

describe('a device without a database of its own', () => {
  test('keeps deeds as long as the page is open', async () => {
    vi.stubGlobal('indexedDB', {
      open: () => {
        throw new DOMException('refused', 'SecurityError');
      },
    });
    try {
      const box = await benchBox();
      const event = { id: '1', work: WORK, at: 0, by: null, deed: tray(1) };
      const [one, two] = [await box.put(event), await box.put({ ...event, id: '2' })];
      await box.refuse(two, 'sealed');
      expect((await box.all()).map(({ refusal }) => refusal)).toEqual([null, 'sealed']);
      await box.remove([one.order]);
      expect((await box.all()).map(({ event: { id } }) => id)).toEqual(['2']);
    } finally {
      vi.unstubAllGlobals();
    }
  });
});
