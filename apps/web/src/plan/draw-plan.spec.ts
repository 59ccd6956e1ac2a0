import { scaleLinear } from 'd3-scale';
import { viewsOf } from '../state/plan.state';
import { piece } from '../testing/small-piece';
import { order, savedPlan, workshop } from '../testing/small-workshop';
import { drawGhost } from './draw/draw-ghost';
import { drawPlan } from './draw/draw-plan';
import { LABEL_WIDTH, type Frame } from './draw/sight';
import type { Palette } from './draw/palette';
import { planScene } from './scene/plan-scene';

const saved = savedPlan([order(), order({ id: 'o2', pickupAt: '2026-06-19T14:00:00.000Z' })]);
const views = viewsOf(saved);
const scene = planScene(views, { workshop, pieces: [piece] }, { from: 1740, to: 3180 });
const [batch] = saved.plan.batches;

const COAT = { fill: '#321', on: '#fff', tail: '#fc0' };
const COLOURS = new Proxy({}, { get: (_, name) => (name === 'coats' ? { dark: COAT } : '#888') }) as Palette;

/** A context that notes what is written on it, how often each thing is done, and where lines and pins are drawn. */
function sheet() {
  const words: string[] = [];
  const calls = new Map<string, number>();
  const corners: number[] = [];
  const pins: number[] = [];
  const context = new Proxy(
    {},
    {
      get: (_, name: string) =>
        name === 'fillText'
          ? (text: string) => words.push(text)
          : (_x?: number, y?: number) => {
              calls.set(name, (calls.get(name) ?? 0) + 1);
              if (name === 'lineTo') corners.push(y!);
              if (name === 'arc') pins.push(y!);
            },
      set: () => true,
    },
  ) as unknown as CanvasRenderingContext2D;
  return { context, words, calls, corners, pins };
}

function drawn(change: Partial<Frame> = {}, domain: [number, number] = [1740, 3180], shown = scene) {
  HTMLCanvasElement.prototype.getContext = () => null;
  const { context, ...told } = sheet();
  const frame: Frame = {
    x: scaleLinear(domain, [LABEL_WIDTH, 900]),
    width: 908,
    height: 2000,
    scrollTop: 0,
    hours: [{ minute: 2400, text: '16', isDay: false }],
    now: 1800,
    chosen: null,
    pins: new Set(),
    ...change,
  };
  drawPlan(context, { colours: COLOURS, scene: shown, frame });
  return told;
}

describe('the drawing of a plan', () => {
  test('names lanes, runs, tapes and the hour, and says what is left and how full it gets', () => {
    const { words } = drawn();
    for (const text of ['Bowl A', 'Runa', 'Fridge', 'Life tapes', 'dusk berry', '16', 'now'])
      expect(words).toContain(text);
    expect(words.some((text) => text.endsWith('left'))).toBe(true);
    expect(words.some((text) => text.startsWith('at most'))).toBe(true);
  });

  test('leaves out what is not in sight, by time and by height', () => {
    const later = drawn({ now: 0 }, [3000, 3180]).words;
    expect(later).not.toContain('dusk berry');
    expect(later).not.toContain('now');
    expect(drawn({ height: 40 }).words).not.toContain('Fridge');
    expect(drawn({ height: 200, scrollTop: scene.height - 60 }).words).not.toContain('Bowl A');
  });

  test('writes pieces into runs that are wide enough for them', () => {
    expect(drawn({}, [1740, 30_000]).words).not.toContain('48');
    const { start, end } = scene.melts[0]!.runs[0]!;
    expect(drawn({}, [start - 30, end + 30]).words).toContain('48');
  });

  test('puts a nail into what is pinned', () => {
    const plain = drawn().calls.get('arc') ?? 0;
    expect(drawn({ pins: new Set([batch!.id]) }).calls.get('arc')).toBeGreaterThan(plain);
  });

  const bare = { ...scene, lanes: [], melts: [], tasks: [], tapes: [], shifts: [], zones: [] };
  const still = { hours: [], now: 0 };

  test('keeps what lies in a zone in its lane, also beyond the trays that it has', () => {
    const [zone] = scene.zones;
    const held = Math.max(...zone!.steps.map(({ trays }) => trays));
    expect(held).toBeGreaterThan(0);
    const { corners } = drawn(still, undefined, { ...bare, zones: [{ ...zone!, trays: held / 4 }] });
    expect(Math.min(...corners)).toBeGreaterThanOrEqual(zone!.top);
    expect(Math.max(...corners)).toBeLessThanOrEqual(zone!.bottom);
  });

  test('writes no name over the next melt, and puts a pin onto a level that is too low to hold it', () => {
    const [melt] = scene.melts;
    const [run] = melt!.runs;
    const small = { ...melt!, grams: 100, runs: [{ ...run!, before: 100, after: 90 }] };
    const next = { ...melt!, id: 'next', grams: 4000, setupStart: small.closed, runs: [] };
    const shown = { ...bare, gramHeight: 46 / 4000 };
    const pinned = { ...still, pins: new Set([run!.batch]) };
    expect(drawn(still, undefined, { ...shown, melts: [small] }).words).toContain(run!.name);
    const wide: [number, number] = [run!.start - 600, run!.start + 3000];
    expect(drawn(still, wide, { ...shown, melts: [small, next] }).words).not.toContain(run!.name);
    const low = drawn(pinned, undefined, { ...shown, melts: [small] }).pins;
    const full = { ...small, grams: 4000, runs: [{ ...run!, before: 4000, after: 3900 }] };
    const high = drawn(pinned, undefined, { ...shown, melts: [full] }).pins;
    expect([low[0]! < melt!.base - 2, high[0]]).toEqual([true, melt!.base - 26]);
    expect(low[0]).toBeGreaterThan(melt!.base - 20);
  });
});

describe('a batch in hand', () => {
  const frame = { x: scaleLinear([1740, 3180], [LABEL_WIDTH, 900]), width: 908, height: 500, scrollTop: 0 };
  const lit = { from: 2000, to: 2100, y: 30, height: 50 };
  const ghost = {
    start: 2000,
    end: 2030,
    y: 30,
    height: 50,
    isAllowed: true,
    open: [lit, lit],
    label: '09:20–09:50',
  };

  test('is drawn where it would be, with every place lit up where it can go', () => {
    const { context, words, calls } = sheet();
    drawGhost(context, { colours: COLOURS, frame, ghost });
    expect(words).toEqual(['09:20–09:50']);
    expect(calls.get('fillRect')).toBe(3);
  });

  test('leaves nothing once it is out of the hand', () => {
    const { context, words, calls } = sheet();
    drawGhost(context, { colours: COLOURS, frame, ghost: null });
    expect([words, [...calls]]).toEqual([[], [['clearRect', 1]]]);
  });
});
