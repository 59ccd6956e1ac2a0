import type { BenchEvent } from '@alnage/core/bench';
import { TestBed } from '@angular/core/testing';
import type { Bench, BenchEventsAsk } from '@alnage/contract';
import { Outbox } from '../shared/bench/outbox';
import { BenchActions } from '../state/bench.state';
import { WorkshopClock } from '../state/workshop-clock';
import { PlanActions } from '../state/plan.state';
import { bench, deedAt, devices, dip, melt, pack, run as sealedRun } from '../testing/small-bench';
import { order, planJob, savedPlan } from '../testing/small-workshop';
import { press, render } from '../testing/render';
import { BenchPage } from './bench-page';

const EVENTS = '/api/bench/events';
const begun = [
  deedAt(681, { kind: 'begin' }),
  deedAt(681, { kind: 'weigh', what: 'start', grams: 3000 }),
  deedAt(690, { kind: 'tray', pieces: 24 }),
];

async function open(change: Partial<Bench> = {}) {
  localStorage.clear();
  const page = await render(BenchPage, { bench: { ...bench, ...change }, devices });
  const outbox = TestBed.inject(Outbox);
  const settle = async (): Promise<void> => {
    await outbox.settled();
    // what follows an answer follows in its own turn
    await new Promise((resolve) => setTimeout(resolve));
    await page.settle();
  };
  /** Answers what was sent with that all of it was taken. */
  const sent = async () => {
    const deeds: Pick<BenchEvent, 'work' | 'deed'>[] = [];
    await settle();
    // one call after the other, until nothing waits any more
    for (let requests = page.http.match(EVENTS); requests.length > 0; requests = page.http.match(EVENTS)) {
      for (const each of requests) {
        const { events } = each.request.body as BenchEventsAsk;
        deeds.push(...events.map(({ work, deed }) => ({ work, deed })));
        each.flush({ taken: events.map(({ id }) => ({ id, refusal: null })) });
      }
      await settle();
    }
    return deeds;
  };
  /** Answers what asks for the probe of the bowl: a reading every ten seconds up to now. */
  const probe = (celsius: (index: number) => number): void => {
    const now = TestBed.inject(WorkshopClock).precise();
    const readings = Array.from({ length: 30 }, (_, index) => {
      const value = celsius(index);
      return { at: now - (29 - index) * 10_000, value, low: value, high: value };
    });
    const device = { id: '0', name: 'Probe A', isSimulated: true };
    for (const each of page.http.match(({ url }) => url.endsWith('/readings')))
      each.flush({ device, readings });
  };
  return { ...page, outbox, settle, sent, probe };
}

describe('the bench', () => {
  test('shows the one run in hand, very large, with what comes next', async () => {
    const { text } = await open({ events: begun });
    expect(text()).toMatch(/Dusk berry.*100 good pieces · Bowl A · dark 64 · planned 11:20–12:12 · Runa/);
    expect(text()).toContain('24 of 100');
    // 3,000 g less 24 of 10 g
    expect(text()).toContain('2.76 kg');
    expect(text()).toContain('+ 24 pieces');
    expect(text()).toMatch(/Next at this bench.*Prepare 3\.00 kg dark 64/);
  });

  test('asks for the stage before, which nobody wrote down, and says in whose name it is done', async () => {
    const rolled = { ...pack, key: 'stage/b1/roll', stage: 'roll', start: 600, end: 610 };
    const works = [melt, rolled, { ...dip, coats: 2 }, pack];
    // its hour is past, and the path does not take it for done
    const page = await open({ works, events: [deedAt(640, { kind: 'begin' }, melt.key)] });
    page.page.querySelector<HTMLElement>('.coming')!.click();
    await page.settle();
    expect(page.text()).toContain('Dip dusk berry100 good pieces');
    expect(page.text()).not.toContain('done, then');
    press(' ');
    await page.settle();
    expect(page.text()).toContain(
      'Nobody has written down that it is. It was planned for 10:00–10:10, Runa.',
    );
    expect(await page.sent()).toEqual([]);
    await page.click('It is done; begin');
    expect(await page.sent()).toEqual([
      { work: rolled.key, deed: { kind: 'end' } },
      { work: dip.key, deed: { kind: 'begin' } },
    ]);
  });

  test('writes the stage before down in the name of somebody, at a bowl too where nobody was chosen', async () => {
    const rolled = { ...pack, key: 'stage/b1/roll', stage: 'roll', start: 600, end: 610 };
    const page = await open({ works: [rolled, dip] });
    await page.click('Bowl A');
    press(' ');
    await page.settle();
    expect(page.text()).toContain('“It is done” is written down in the name of Runa.');
    await page.click('It is done; begin');
    await page.settle();
    const end = page.outbox.mine().find(({ work }) => work === rolled.key)!;
    expect(end).toMatchObject({ by: 'runa', deed: { kind: 'end' } });
    await page.sent();
  });

  test('writes down a tray by Space', async () => {
    const page = await open({ events: begun });
    press(' ');
    expect(await page.sent()).toEqual([{ work: dip.key, deed: { kind: 'tray', pieces: 24 } }]);
    expect(page.text()).toContain('48 of 100');
  });

  test('ends the run once all are down, and has the berries called for', async () => {
    const all = await open({ events: [...begun, deedAt(691, { kind: 'tray', pieces: 76 })] });
    expect(all.text()).toContain('End the run');
    press(' ');
    const deeds = await all.sent();
    // the berries are to be called for after 20 minutes in the cold
    expect(deeds.map(({ deed }) => deed.kind)).toEqual(['end', 'timer']);
    expect(all.text()).toContain('Weigh it out, and seal the run');
  });

  test('counts rejects by cause, weighs by the scale, and takes back the last', async () => {
    const page = await open({ events: begun });
    await page.click('Reject');
    await page.click('One more');
    await page.click('foot');
    expect(await page.sent()).toEqual([
      { work: dip.key, deed: { kind: 'reject', pieces: 2, cause: 'foot' } },
    ]);
    expect(page.text()).toContain('2 rejected');
    await page.click('Weigh bowl');
    expect(page.text()).toContain('The scale shows 2.99 kg');
    await page.click('Save the weight');
    expect(await page.sent()).toEqual([
      { work: dip.key, deed: { kind: 'weigh', what: 'left', grams: 2990 } },
    ]);
    await page.click('Undo the last step');
    expect((await page.sent())[0]!.deed.kind).toBe('undo');
  });

  test('says what waits for the network, sends it once it is back, and what is not taken', async () => {
    const page = await open({ events: begun });
    press(' ');
    await page.settle();
    page.http.expectOne('/api/bench/events').error(new ProgressEvent('error'));
    await page.settle();
    expect(page.text()).toContain('1 deed saved on this device');
    expect(page.text()).toContain('48 of 100');
    dispatchEvent(new Event('online'));
    await page.settle();
    const again = page.http.expectOne('/api/bench/events');
    const [event] = (again.request.body as BenchEventsAsk).events;
    again.flush({ taken: [{ id: event!.id, refusal: 'sealed' }] });
    await page.settle();
    await page.settle();
    expect(page.text()).toContain('Not taken: a tray of 24: the run was sealed before this arrived');
    expect(page.text()).toContain('24 of 100');
    await page.click('Dismiss');
    expect(page.text()).not.toContain('Not taken');
  });

  test('leads from a sign by questions to what to do', async () => {
    const page = await open({ events: begun });
    await page.click('Something went wrong');
    await page.click('Thick and pasty all at once');
    expect(page.text()).toContain('Can water have got in');
    await page.click('No');
    // what is left is burnt
    expect(page.text()).toMatch(/Burnt.*Discard it.*This melt is lost/);
    await page.click('Note it');
    expect((await page.sent())[0]!.deed).toMatchObject({
      kind: 'trouble',
      trouble: { sign: 'pasty', cause: 'burnt' },
    });
  });

  test('asks about figures that cannot well be, and seals when somebody says that they stand', async () => {
    const ended = [
      ...begun,
      deedAt(691, { kind: 'tray', pieces: 70 }),
      deedAt(692, { kind: 'weigh', what: 'left', grams: 2060 }),
      deedAt(692, { kind: 'end' }),
    ];
    const page = await open({ events: ended });
    // 940 g on 94 pieces
    expect(page.text()).toMatch(/94 of 100.*A piece10\.0 g/);
    await page.type('Of what is left, to the larder as a leftover', '900');
    await page.click('Seal the run');
    const doubts = [{ kind: 'few-pieces', good: 94, planned: 100 }];
    page.http
      .expectOne('/api/runs')
      .flush(
        { code: 'seal-doubtful', errors: [], params: { doubts } },
        { status: 409, statusText: 'Doubtful' },
      );
    await page.settle();
    expect(page.text()).toContain('Only 94 good pieces of 100 planned. Is that all?');
    await page.click('It is right: seal the run');
    const request = page.http.expectOne('/api/runs');
    expect(request.request.body).toEqual({
      work: dip.key,
      confirmed: ['few-pieces'],
      toLarderGrams: 900,
      note: '',
      by: 'runa',
    });
    request.flush(sealedRun);
    await page.settle();
    // what it taught is said at once, with the way to the Ledger, until somebody has read it
    expect(page.text()).toContain('18-A-1 is sealed: 100 good pieces. Dusk berry 10.0 g → 10.4 g.');
    expect(page.page.querySelector('.sealed a')!.getAttribute('href')).toBe('/ledger');
    await page.click('Read');
    expect(page.text()).not.toContain('18-A-1 is sealed');
  });

  test('seals only once what was done here is with the server', async () => {
    const page = await open({
      events: [...begun, deedAt(691, { kind: 'tray', pieces: 76 }), deedAt(692, { kind: 'end' })],
    });
    await page.click('Weigh bowl');
    await page.click('Save the weight');
    // at once, before the weight has left this device
    await page.click('Seal the run');
    page.http.expectNone('/api/runs');
    expect(page.text()).toContain('Sending what was done at this bench first; then the run is sealed.');
    page.http.expectOne('/api/bench/events').error(new ProgressEvent('error'));
    await page.settle();
    page.http.expectNone('/api/runs');
    dispatchEvent(new Event('online'));
    await page.settle();
    expect((await page.sent())[0]!.deed).toMatchObject({ kind: 'weigh' });
    await page.settle();
    page.http.expectOne('/api/runs').flush(sealedRun);
    await page.settle();
    expect(page.text()).toContain('18-A-1 is sealed');
  });

  test('names the fields that stand in the way of sealing', async () => {
    const page = await open({
      events: [
        ...begun.filter(({ deed }) => deed.kind !== 'weigh'),
        deedAt(691, { kind: 'tray', pieces: 76 }),
        deedAt(692, { kind: 'end' }),
      ],
    });
    // all pieces are down: what is weighed now is what is left
    await page.click('Weigh bowl');
    expect(
      page.page.querySelector('[aria-label="Weighed for what"] [aria-pressed=true]')!.textContent,
    ).toContain('After the run');
    await page.click('Not now');
    await page.click('Seal the run');
    page.http.expectOne('/api/runs').flush(
      {
        code: 'invalid-input',
        errors: [{ pointer: '/note', code: 'too-long', params: { limit: 200 } }],
      },
      { status: 400, statusText: 'no' },
    );
    await page.settle();
    expect(page.text()).toMatch(/Not saved: some fields need another look. note: /);
  });

  test('guides a melt from the heat to its window, by the school that is chosen', async () => {
    const page = await open();
    expect(page.text()).toContain('Prepare 3.00 kg dark 64');
    await page.click('on the cooled table');
    press(' ');
    const deeds = await page.sent();
    expect(deeds.map(({ deed }) => deed)).toEqual([{ kind: 'school', school: 'table' }, { kind: 'begin' }]);
    expect(page.text()).toContain('On the table');
    expect(page.text()).toContain('Melt it out to 45 °C');
  });

  test('asks before a step is called done that the probe says is not, and begins again where temper is lost', async () => {
    const page = await open();
    press(' ');
    await page.sent();
    page.probe((index) => 21 + (index % 3) / 10);
    await page.settle();
    press(' ');
    await page.settle();
    expect(page.text()).toContain('The probe says 21.1 °C. After “Melt out” it is between 45 °C and 55 °C.');
    // pressed once more it still waits
    press(' ');
    await page.click('Not yet');
    expect(page.text()).not.toContain('The probe says');
    press(' ');
    await page.settle();
    await page.click('The probe is wrong: it is melted');
    const deeds = await page.sent();
    expect(deeds.map(({ deed }) => deed)).toEqual([
      { kind: 'step', step: 'melt', celsius: expect.closeTo(21.1, 1) },
    ]);
    expect(page.text()).toContain('you went on against the probe');
    expect(page.text()).toMatch(/Stir in .* of solid/);
  });

  test('is begun again where its temper is lost: nothing else leads to work', async () => {
    const chosen = [
      deedAt(690, { kind: 'school', school: 'by-eye' }, melt.key),
      deedAt(691, { kind: 'begin' }, melt.key),
    ];
    const page = await open({ works: [melt], events: chosen });
    page.probe((index) => 38 + (index % 3) / 10);
    await page.settle();
    expect(page.text()).toContain('Its temper is lost: begin again');
    press(' ');
    const deeds = await page.sent();
    expect(deeds.map(({ deed }) => deed)).toEqual([{ kind: 'again', school: 'seed' }]);
    expect(page.text()).toContain('Melt it out to 45 °C');
  });

  test('says what the day comes to, and what must not be forgotten', async () => {
    const trouble = {
      kind: 'late-order' as const,
      order: 'o1',
      batch: 'b1',
      product: 'dusk-berry',
      minutes: 25,
    };
    const shortages = [{ batch: 'b0', product: 'dusk-berry', order: 'o1', pieces: 6 }];
    const page = await open({
      events: begun,
      troubles: [trouble],
      shortages,
      freeFrom: { [dip.key]: ['nuts'] },
    });
    expect(page.text()).toContain('M-0361: dusk berry is ready 25 min after it leaves');
    expect(page.text()).toContain('M-0361 lacks 6 dusk berry');
    expect(page.text()).toContain('No nuts at this bench');
  });

  test('says whose boxes a work is for who must never have something, and what they get knowingly', async () => {
    const guarded = { customer: 'E. Halla', allergies: ['nuts'] };
    const clashes = [{ piece: 'dusk-berry', allergens: [], mayContain: ['nuts'] }];
    const waiver = { reason: 'She said so', name: 'Runa', clashes };
    const page = await open({ events: begun, never: { o1: { ...guarded, waiver: null } } });
    expect(page.text()).toContain('M-0361 E. Halla must never have nuts.');
    page.store.dispatch(
      BenchActions.read({ bench: { ...bench, events: begun, never: { o1: { ...guarded, waiver } } } }),
    );
    await page.settle();
    expect(page.text()).toContain('May have nuts in spite of the customer’s allergy: She said so (Runa).');
  });

  test('says what to do first where nothing is planned, and when there is nothing more', async () => {
    const page = await open({ version: null, works: [] });
    expect(page.text()).toContain('Nothing is planned yet');
    page.store.dispatch(BenchActions.read({ bench: { ...bench, works: [] } }));
    await page.settle();
    expect(page.text()).toContain('There is nothing left to do at this bench');
  });

  describe('mends the day', () => {
    const shortages = [{ batch: 'b0', product: 'dusk-berry', order: 'o1', pieces: 6 }];
    /** The page with the plan that it works by, and its mending opened. */
    async function openMend(change: Partial<Bench> = { shortages }) {
      const page = await open({ events: begun, ...change });
      const worked = { ...savedPlan([order()]), version: 3, isPublished: true, publishedVersion: 3 };
      page.store.dispatch(PlanActions.read({ saved: worked }));
      await page.settle();
      return { ...page, worked };
    }

    test('by a plan that is worked out first, and worked by after a yes only', async () => {
      const page = await openMend();
      await page.click('Mend the day');
      expect(page.text()).toContain('M-0361 lacks 6 dusk berry');
      await page.click('Work out a mended plan');
      const asked = page.http.expectOne('/api/plan/jobs');
      expect(asked.request.body).toEqual({ kind: 'repair', version: 3, seconds: 5 });
      asked.flush(planJob({ kind: 'repair' }));
      await page.settle();
      await page.settle();
      expect(page.text()).toContain('The plan in use stays as it is');
      const draft = { ...page.worked, version: 4, isPublished: false, publishedVersion: 3 };
      page.store.dispatch(PlanActions.read({ saved: draft }));
      page.store.dispatch(PlanActions.workedRead({ worked: page.worked }));
      page.store.dispatch(PlanActions.jobRead({ job: planJob({ state: 'done', version: 4 }) }));
      await page.settle();
      expect(page.text()).toMatch(
        /All 6 missing pieces come after all; 0 of \d+ tasks that people were told move/,
      );
      expect(page.text()).toContain('Nothing has moved yet. Version 4');
      await page.click('Yes, use it from now on');
      const publish = page.http.expectOne('/api/plan/versions/4/publish');
      publish.flush({ ...draft, isPublished: true, publishedVersion: 4 });
      await page.settle();
      expect(page.text()).toContain('Everybody now works by the mended plan');
      await page.click('Go on');
      expect(page.text()).toContain('24 of 100');
    });

    test('without whoever has to go home, from now to midnight', async () => {
      const page = await openMend({});
      await page.click('Something went wrong');
      await page.click('Somebody cannot go on');
      expect(page.text()).toContain('The day goes as planned');
      await page.click('Runa goes home');
      await page.click('Note it and work out a mended plan');
      const change = page.http.expectOne('/api/plan/changes');
      // 11:32 of Thursday to its end
      expect(change.request.body).toEqual({
        changes: [{ kind: 'away', person: 'runa', span: [692, 1440] }],
      });
      change.flush(
        { code: 'in-use', params: { name: 'Runa', by: [] }, errors: [] },
        { status: 409, statusText: 'In use' },
      );
      await page.settle();
      await page.settle();
      page.http.expectNone('/api/plan/jobs');
      expect(page.page.querySelector('[role=alert]')!.textContent).toContain('Runa');
      await page.click('Not now');
      expect(page.text()).toContain('24 of 100');
    });

    test('says so when the mended plan could not be worked out', async () => {
      const page = await openMend();
      await page.click('Mend the day');
      await page.click('Work out a mended plan');
      page.http.expectOne('/api/plan/jobs').flush(planJob({ kind: 'repair' }));
      await page.settle();
      page.store.dispatch(
        PlanActions.jobRead({ job: planJob({ state: 'failed', fault: 'internal-error' }) }),
      );
      await page.settle();
      expect(page.text()).toContain('It could not be worked out. Keep to the plan for now');
    });

    test('drops what was still to be dipped from a lost melt, and says so of what is begun', async () => {
      const page = await openMend({ lost: ['m1'], works: [melt, dip, pack] });
      expect(page.text()).toContain('This melt is lost. End the run with what is good');
      expect(page.text()).not.toContain('Prepare');
    });
  });
});
