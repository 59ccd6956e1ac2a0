import { TestBed } from '@angular/core/testing';
import type { Piece, RouteStage } from '@alnage/contract';
import type { CoatRole } from '@alnage/core/coating';
import { mouldWorkOf } from '../shared/bench/mould-words';
import { Outbox } from '../shared/bench/outbox';
import { bench, devices, dip, melt, pack } from '../testing/small-bench';
import { piece } from '../testing/small-piece';
import { mass } from '../shared/formats/formats';
import { render } from '../testing/render';
import { BenchPage } from './bench-page';

const stage = (id: string, coat: CoatRole | null): RouteStage => ({ ...piece.route[0]!, id, name: id, coat });
const ROUTE = [
  stage('brittle', null),
  stage('shell', 'shell'),
  stage('fill', null),
  stage('cap', 'cap'),
  stage('pack', null),
  stage('label', null),
];
const CUP: Piece = {
  ...piece,
  form: {
    ...{ kind: 'moulded', coating: 'dark-64', capCoating: 'dark-64' },
    ...{ cavityMm2: 1400, wallMm: 1.8, capGrams: 2, centreGrams: 7 },
  },
  route: ROUTE,
};

test('what of a mould’s work a stage is follows from the coats of its route', () => {
  const works = ROUTE.map(({ id }) => mouldWorkOf(id, ROUTE));
  expect(works).toEqual([null, 'shell', 'fill', 'cap', 'release', null]);
  const inOne = [stage('mould', 'shell'), stage('pack', null)];
  expect(inOne.map(({ id }) => mouldWorkOf(id, inOne))).toEqual(['shell', 'release']);
  expect(mouldWorkOf('dip', [stage('dip', 'first')])).toBeNull();
  expect(mouldWorkOf('gone', ROUTE)).toBeNull();
});

async function open(at: string, change: Partial<Piece> = {}) {
  localStorage.clear();
  const work = { ...dip, key: `stage/b1/${at}`, stage: at };
  const works = [melt, at === 'fill' || at === 'pack' ? { ...work, melt: null } : work, pack];
  const page = await render(BenchPage, {
    bench: { ...bench, works, events: [] },
    ...{ devices, pieces: [{ ...CUP, ...change }] },
  });
  const coming = page.page.querySelector<HTMLElement>('.coming');
  if (!page.text().includes('At the mould') && coming) coming.click();
  await page.settle();
  return page;
}

describe('at the mould', () => {
  test('a shell is cast step by step, and its wait is timed for everybody', async () => {
    const page = await open('shell');
    const guide = () => page.page.querySelector('[aria-label="At the mould"]')!.textContent!;
    const seconds = Number(/Wait (\d+) s for a wall of 1.80 mm/.exec(guide())![1]);
    expect(seconds).toBeGreaterThan(60);
    expect(guide()).not.toContain('Close each with');
    await page.click(`Time ${seconds} s`);
    const outbox = TestBed.inject(Outbox);
    await outbox.settled();
    expect(outbox.waiting().map(({ event }) => event.deed)).toEqual([
      expect.objectContaining({ kind: 'timer', name: 'Empty the mould' }),
    ]);
  });

  test('one that is capped out of the same melt is closed in the same stage', async () => {
    const { capCoating: _own, ...form } = CUP.form as Extract<Piece['form'], { kind: 'moulded' }>;
    const page = await open('shell', { form });
    expect(page.text()).toContain('Close each with 2.0 g, tap, scrape level.');
  });

  test('what no wait makes is cast twice', async () => {
    const page = await open('shell', { form: { ...CUP.form, wallMm: 6 } as Piece['form'] });
    expect(page.text()).toContain(
      'No wait makes 6.00 mm here: empty it, let it set, and cast it a second time.',
    );
    expect(page.text()).not.toMatch(/Time \d+ s/);
  });

  test('a filling is told how warm it may be, before it melts the shell or cracks it', async () => {
    const page = await open('fill');
    expect(page.text()).toContain('Filling, between 14 °C and 26.5 °C');
    expect(page.text()).toContain('A warm filling melts the shell, a cold one cracks it');
  });

  test('it is taken out when it has shrunk free, and not before', async () => {
    const page = await open('pack');
    expect(page.text()).toContain('Pulled too early it is dull and sticks.');
  });
});

describe('what is no dip', () => {
  const whole = (form: Piece['form'], coat: CoatRole): Partial<Piece> => ({
    form,
    route: [stage('make', coat), stage('pack', null)],
  });
  const guide = (page: Awaited<ReturnType<typeof open>>): string =>
    page.page.querySelector('[aria-label="How it is made"]')!.textContent!;

  test('a cluster is told what is weighed of coating and of bits, cool enough for soft ones', async () => {
    const form = { kind: 'cluster', coating: 'dark-64', portionGrams: 30, coatingShare: 0.6 } as const;
    const dipRange = { lowCelsius: 27.5, highCelsius: 30 };
    const page = await open('make', { ...whole(form, 'mix'), dipRange });
    const all = dip.startPieces * 30;
    expect(guide(page)).toContain(`${mass(all * 0.6)} of coating and ${mass(all * 0.4)} of bits`);
    expect(guide(page)).toContain('between 27.5 °C and 30 °C first');
  });

  test('two halves are spooned, each with half of the coating, and joined', async () => {
    const form = { kind: 'cast', coating: 'dark-64', cavityMl: 10, halves: 2, inclusionGrams: 5.5 } as const;
    const page = await open('make', whole(form, 'cast'));
    expect(guide(page)).toContain('Spoon 9.5 g into each cavity');
    expect(guide(page)).toContain('press them together');
  });

  test('slabs are as many as the pieces need, and each says what is poured on it', async () => {
    const form: Piece['form'] = {
      ...({ kind: 'slab', coating: 'dark-64', lengthMm: 300, widthMm: 200, layerMm: 5 } as const),
      ...({ layers: 1, pieces: 24, centreGrams: 4 } as const),
    };
    const page = await open('make', whole(form, 'poured'));
    expect(guide(page)).toContain(`${Math.ceil(dip.startPieces / 24)} slabs of 300 mm by 200 mm`);
    expect(guide(page)).toContain('pour 381 g on each');
    expect(guide(page)).toContain('Strew 96 g on each');
  });
});
