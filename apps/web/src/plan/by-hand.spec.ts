import { TestBed } from '@angular/core/testing';
import type { PlanEditAsk } from '@alnage/contract';
import { editPlan, openPlaces, whatIf, type Change, type Planned } from '@alnage/core/planner';
import { EllStore } from '../shared/ell/ell.store';
import { Reckoner } from '../shared/reckoning/reckoner';
import type { Question } from '../shared/reckoning/reckoning';
import { PlanActions } from '../state/plan.state';
import { press, render, type Rendered } from '../testing/render';
import { order, savedPlan, workshop } from '../testing/small-workshop';
import { PlanPage } from './plan-page';

const orders = [order(), order({ id: 'o2', ticket: 'M-0402', pickupAt: '2026-06-19T14:00:00.000Z' })];
const morning = { ...workshop, now: '2026-06-18T00:00:00.000Z' };

/** Works out at once what the page’s worker would. */
const reckoner = {
  ask: (question: Question, planned: Planned, about: never): Promise<unknown> => {
    if (question === 'places') return Promise.resolve(openPlaces(planned, about));
    if (question === 'edit') return Promise.resolve(editPlan(planned, about));
    const { changes, isFree } = about as { changes: readonly Change[]; isFree: boolean };
    return Promise.resolve(whatIf(planned, changes, { isFree, steps: 20 }));
  },
};

async function open(saved = savedPlan(orders)): Promise<Rendered<PlanPage>> {
  TestBed.overrideProvider(Reckoner, { useValue: reckoner });
  const page = await render(PlanPage, { orders, saved, workshop: morning });
  TestBed.inject(EllStore).pick(1, 1);
  await page.settle();
  press('ArrowDown');
  await page.settle();
  // what follows an answer follows in turns of its own
  return { ...page, settle: () => page.settle().then(page.settle) };
}

const board = (page: Rendered<PlanPage>): HTMLElement => page.page.querySelector('.board')!;
async function key(page: Rendered<PlanPage>, ...keys: string[]): Promise<void> {
  for (const each of keys)
    board(page).dispatchEvent(
      new KeyboardEvent('keydown', { key: each.replace('Shift+', ''), shiftKey: each.startsWith('Shift+') }),
    );
  await page.settle();
}
const note = (page: Rendered<PlanPage>): string =>
  page.page.querySelector('al-move-note')!.textContent!.replace(/\s+/g, ' ');

describe('a batch in hand', () => {
  test('is carried by keys, feels what stands in its way, and is put down where it is wanted', async () => {
    const page = await open();
    await page.click('Move by hand');
    expect(note(page)).toContain('In hand: dip, 48 dusk berry');
    expect(note(page)).toContain('It can go here.');
    await key(page, 'Shift+ArrowLeft', 'ArrowRight');
    expect(note(page)).toContain('25 min earlier');
    await key(page, 'Enter');
    const { request } = page.http.expectOne('/api/plan/edits');
    const { version, edit } = request.body as PlanEditAsk;
    expect(version).toBe(1);
    expect(edit).toMatchObject({
      kind: 'move',
      mayMoveOthers: false,
      to: { stage: 'dip', melter: 'bowl-a' },
    });
    expect(note(page)).not.toContain('In hand');
  });

  test('is let go by Escape, and put down where it was without asking anybody', async () => {
    const page = await open();
    await page.click('Move by hand');
    await key(page, 'ArrowLeft', 'Escape');
    expect(note(page)).not.toContain('In hand');
    await page.click('Move by hand');
    await key(page, 'Enter');
    page.http.expectNone('/api/plan/edits');
  });

  test('says of a forbidden place which rule it is, goes to the nearest that is free, or makes others give way', async () => {
    const page = await open();
    await page.click('Move by hand');
    await key(page, ...Array.from({ length: 20 }, () => 'Shift+ArrowLeft'));
    expect(note(page)).toMatch(/Not here: (nobody is free|its|that is too far|the bowl)/);
    await key(page, 'Enter');
    const refused = page.http.expectOne('/api/plan/edits');
    const { edit } = refused.request.body as PlanEditAsk;
    if (edit.kind !== 'move') throw new Error(edit.kind);
    const nearest = { ...edit.to, end: edit.to.end + 55, awayMinutes: 55 };
    const blocker = { kind: 'hands', stage: 'dip', skill: 'dip', from: 1000, to: 1000 };
    refused.flush(
      { code: 'edit-refused', errors: [], params: { refusal: { kind: 'blocked', blocker, nearest } } },
      { status: 409, statusText: 'refused' },
    );
    await page.settle();
    expect(note(page)).toContain('It stays where it was');
    expect(note(page)).toContain('nobody is free to dip so as to be done by');
    expect(note(page)).toContain('Nearest free: 55 min later');
    await page.click('What if others made way?');
    expect(note(page)).toContain('Even then it cannot go there.');
    await page.click('Put it there');
    const again = page.http.expectOne('/api/plan/edits').request.body as PlanEditAsk;
    expect(again.edit).toMatchObject({ to: { end: nearest.end, melter: 'bowl-a' } });
  });

  test('that somebody else changed meanwhile is told with what they made of it, and done on theirs if still wanted', async () => {
    const page = await open();
    await page.type('Pieces first', '10');
    await page.click('Split off 38');
    page.http
      .expectOne('/api/plan/edits')
      .flush(
        { code: 'plan-changed', errors: [], params: { version: 2 } },
        { status: 409, statusText: 'changed' },
      );
    await page.settle();
    expect(note(page)).toContain('Loading their version');
    const { plan, ...rest } = savedPlan(orders);
    const later = plan.batches.map((batch) => ({
      ...batch,
      stages: batch.stages.map((task) => ({ ...task, start: task.start - 5, end: task.end - 5 })),
    }));
    page.store.dispatch(
      PlanActions.read({ saved: { ...rest, version: 2, madeBy: 'runa', plan: { ...plan, batches: later } } }),
    );
    await page.settle();
    expect(note(page)).toContain('Version 2 was made by Runa from the one that you saw.');
    expect(note(page)).toMatch(/Runa, Fri 19, \d\d:\d\d: wash dusk berry/);
    await page.click('Make my change on theirs');
    expect(page.http.expectOne('/api/plan/edits').request.body).toMatchObject({
      version: 2,
      edit: { kind: 'split' },
    });
  });

  test('cannot be one that has begun', async () => {
    TestBed.overrideProvider(Reckoner, { useValue: reckoner });
    const late = { ...workshop, now: '2026-06-19T20:00:00.000Z' };
    const page = await render(PlanPage, { orders, saved: savedPlan(orders), workshop: late });
    TestBed.inject(EllStore).pick(1, 1);
    press('ArrowDown');
    await page.settle();
    expect(page.text()).toContain('What has begun stays where it is, with all that depends on it.');
    await page.click('Move by hand');
    expect(note(page)).not.toContain('In hand');
  });
});

describe('a batch by the margin', () => {
  test('is pinned, split and joined with another', async () => {
    const page = await open();
    await page.click('Pin here');
    const held = page.http.expectOne('/api/plan/holds');
    expect(held.request.body).toMatchObject({ version: 1, isHeld: true });
    const { batch } = (held.request.body as { hold: { batch: string } }).hold;
    held.flush({ ...savedPlan(orders), pins: [batch] });
    await page.settle();
    expect(page.text()).toContain('It is pinned: every new plan goes around it.');
    expect(page.text()).toContain('Unpin');
    await page.type('Pieces first', '10');
    await page.click('Split off 38');
    expect(page.http.expectOne('/api/plan/edits').request.body).toMatchObject({
      edit: { kind: 'split', pieces: 10 },
    });
  });

  test('somebody’s day is locked and freed, and the run sheets are of the version that is drawn', async () => {
    const page = await open();
    await page.click('Lock the day of Runa');
    const held = page.http.expectOne('/api/plan/holds');
    expect(held.request.body).toEqual({
      version: 1,
      hold: { person: 'runa', day: '2026-06-19' },
      isHeld: true,
    });
    held.flush({ ...savedPlan(orders), locks: [{ person: 'runa', day: '2026-06-19' }] });
    await page.settle();
    await page.click('Free the day of Runa');
    expect(page.http.expectOne('/api/plan/holds').request.body).toMatchObject({ isHeld: false });
    const sheets = [...page.page.querySelectorAll<HTMLAnchorElement>('al-sheets a')].map((a) =>
      a.getAttribute('href'),
    );
    expect(sheets).toEqual([
      '/api/plan/versions/1/sheets/people/runa.pdf?day=2026-06-19',
      '/api/plan/versions/1/sheets/bowls/bowl-a.pdf?day=2026-06-19',
    ]);
  });
});

describe('what if', () => {
  test('tells what a change would come to before anybody says yes, and then makes it', async () => {
    const page = await open();
    await page.click('What if …');
    await page.click('Try it');
    expect(page.text()).toContain('8 more trays in the fridge');
    expect(page.text()).toContain('Melted and not dipped');
    expect(page.text()).toContain('Shown: What if.');
    await page.click('Do it, and mend the plan');
    const made = page.http.expectOne('/api/plan/changes');
    expect(made.request.body).toEqual({ changes: [{ kind: 'trays', zone: 'fridge', more: 8 }] });
    made.flush({ made: 1 });
    await page.settle();
    expect(page.http.expectOne('/api/plan/jobs').request.body).toEqual({ kind: 'repair' });
    expect(page.text()).not.toContain('Shown: What if.');
  });

  test('is planned anew with it where people may be told otherwise', async () => {
    const page = await open();
    await page.click('What if …');
    await page.click('Try it');
    await page.click('Plan anew with it: people’s tasks may change');
    expect(page.text()).toContain('without it');
    await page.click('Do it, and plan anew');
    page.http.expectOne('/api/plan/changes').flush({ made: 1 });
    await page.settle();
    expect(page.http.expectOne('/api/plan/jobs').request.body).toEqual({ kind: 'plan' });
  });

  test('names what cannot be tried, keeps a refusal in sight, and leaves all as it is when it is left', async () => {
    const page = await open();
    await page.click('What if …');
    await page.type('More trays', '0');
    await page.click('Try it');
    expect(page.text()).toContain('Give a whole number of trays, −3 for three fewer; 0 will not do.');
    await page.type('What', 'hours');
    await page.type('From', '19:00');
    await page.click('Try it');
    expect(page.text()).toContain('19:00 to 19:00 will not do');
    await page.type('To', '20:00');
    await page.click('Try it');
    expect(page.text()).toContain('Runa there Fri 19, 19:00 to 20:00 as well');
    await page.click('Do it, and mend the plan');
    page.http.expectOne('/api/plan/changes').flush(
      {
        code: 'invalid-input',
        errors: [{ pointer: '/changes/0/span', code: 'out-of-range', params: { value: 'x', range: 'y' } }],
      },
      { status: 400, statusText: 'no' },
    );
    await page.settle();
    expect(page.text()).toContain('changes 0 span: x will not do: y.');
    await page.click('Discard');
    expect(page.text()).not.toContain('Shown: What if.');
  });

  test('sends who wants another hand or another order to where these are kept', async () => {
    const page = await open();
    await page.click('What if …');
    await page.type('What', 'pieces');
    await page.type('Pieces', '0');
    await page.click('Try it');
    expect(page.text()).toContain('M-0401: no dusk berry');
    expect(page.text()).toContain('A new person is added in the Workshop');
    await page.click('Remove: M-0401: no dusk berry');
    expect(page.text()).not.toContain('no dusk berry');
  });
});

describe('the versions', () => {
  test('are listed, held beside the newest, gone back to and published', async () => {
    const page = await open({ ...savedPlan(orders), version: 2, isPublished: false });
    await page.click('Versions');
    const head = { ...savedPlan(orders), origin: 'edited' as const, madeBy: 'runa' };
    for (const request of page.http.match('/api/plan/versions'))
      request.flush([
        { ...head, version: 2, isPublished: false },
        { ...head, version: 1, isPublished: true },
      ]);
    await page.settle();
    expect(page.text()).toContain('changed by hand by Runa');
    expect(page.text()).toContain('in use');
    await page.click('Compare');
    page.http.expectOne('/api/plan/versions/1').flush(savedPlan(orders));
    await page.settle();
    expect(page.text()).toContain('Shown: Version 1.');
    expect(page.text()).toContain('No task that people were told moves.');
    await page.click('Go back');
    expect(page.http.expectOne('/api/plan/jobs').request.body).toEqual({ kind: 'restore', version: 1 });
  });
});
