import {
  IDLE,
  KEPT_SOLID_SHARE,
  bowlAfter,
  dipWindow,
  plainTauMinutes,
  solidShare,
  stepOf,
  withSolid,
  workState,
  type BenchEvent,
  type BenchWork,
  type BowlDeed,
  type Dip,
  type MeltSchool,
  type SimulatedBowl,
  type TemperStep,
  type TemperWindows,
} from '@alnage/core';

/** What the simulator is told of a bowl that somebody works with. */
export interface BowlAtWork {
  readonly bowl: string;
  readonly isWarmed: boolean;
  readonly windows: TemperWindows;
  readonly isTempered: boolean;
  readonly school: MeltSchool;
  readonly seedShare: number;
  /** The melt in it: the grams that are to be melted. */
  readonly melt: string;
  readonly meltGrams: number;
  /** Works of this melt with what was done of them. */
  readonly works: readonly { readonly work: BenchWork; readonly events: readonly BenchEvent[] }[];
  /** How a piece of a work is dipped. */
  dipOf(product: string): Dip | null;
}

interface Simulated {
  readonly melt: string;
  readonly bowl: SimulatedBowl;
  /** Deeds that it has felt already. */
  readonly felt: ReadonlySet<string>;
}

/** What a burner gives, a hand stirring on a cooled table takes, and a short warming gives; shop defaults. */
const BURNER_WATTS = 240;
const TABLE_WATTS = -420;
const WARMING_WATTS = 350;
const GENTLE_WATTS = 120;
/** So little solid is smooth. */
const SMOOTH_SHARE = 0.01;
const STEP_SECONDS = 5;
const SOLID_CELSIUS = 20;

/** The bowls of the simulated kitchen: each follows the physics of the core and feels what is written down at the bench. */
export class SimulatedBowls {
  private readonly bowls = new Map<string, Simulated>();

  /** What is in a bowl now; null where nothing was melted in it. */
  of(bowl: string): SimulatedBowl | null {
    return this.bowls.get(bowl)?.bowl ?? null;
  }

  /** Lets so many seconds pass for a bowl. */
  pass(at: BowlAtWork, seconds: number, roomCelsius: number): SimulatedBowl {
    const known = this.bowls.get(at.bowl);
    const before = known?.melt === at.melt ? known : begun(at, roomCelsius);
    const news = at.works.flatMap(({ work, events }) =>
      events.filter(({ id }) => !before.felt.has(id)).map((event) => ({ work, event })),
    );
    let bowl: SimulatedBowl = { ...before.bowl, roomCelsius };
    for (const { event } of news)
      if (event.deed.kind === 'solid' && event.deed.grams > 0)
        bowl = withSolid(bowl, event.deed.grams, SOLID_CELSIUS);
    const steps = Math.max(1, Math.ceil(seconds / STEP_SECONDS));
    const dipped = dippedIn(at, news);
    for (let step = 0; step < steps; step++) {
      const deed = { ...deedFor(at, bowl), dipped: step === 0 ? dipped : null };
      bowl = bowlAfter(bowl, deed, { seconds: seconds / steps, windows: at.windows });
    }
    this.bowls.set(at.bowl, {
      melt: at.melt,
      bowl,
      felt: new Set([...before.felt, ...news.map(({ event }) => event.id)]),
    });
    return bowl;
  }

  /** A bowl that nobody works with cools to the room. */
  rest(id: string, seconds: number, roomCelsius: number): SimulatedBowl | null {
    const known = this.bowls.get(id);
    if (!known) return null;
    const grams = Math.max(1, known.bowl.liquidGrams + known.bowl.solidGrams);
    const kept = Math.exp(-seconds / 60 / plainTauMinutes(null, grams));
    const celsius = roomCelsius + (known.bowl.celsius - roomCelsius) * kept;
    const bowl = { ...known.bowl, celsius, roomCelsius };
    this.bowls.set(id, { ...known, bowl });
    return bowl;
  }
}

/** A melt as it is begun: at room warmth – or, where it is worked already, ready and in its window. */
function begun(at: BowlAtWork, roomCelsius: number): Simulated {
  const setUp = at.works.find(({ work }) => work.kind === 'melt');
  if (!setUp || workState(setUp.events).endedAt !== null) return readyBowl(at, roomCelsius);
  const grams = (at.school === 'seed' ? 1 - at.seedShare : 1) * at.meltGrams;
  // what is never melted out begins as solid in temper
  const own =
    at.school === 'by-eye'
      ? { liquidGrams: 0, solidGrams: grams, temper: 1 }
      : { liquidGrams: grams, solidGrams: 0, temper: 0 };
  return { melt: at.melt, bowl: { ...own, celsius: roomCelsius, roomCelsius }, felt: new Set() };
}

function readyBowl(at: BowlAtWork, roomCelsius: number): Simulated {
  const liquidGrams = at.meltGrams - gramsDipped(at);
  const celsius = middle(dipWindow(at.windows));
  return {
    melt: at.melt,
    bowl: { celsius, liquidGrams, solidGrams: 0, temper: 1, roomCelsius },
    felt: new Set(at.works.flatMap(({ events }) => events.map(({ id }) => id))),
  };
}

function gramsDipped({ works }: BowlAtWork): number {
  return works.reduce((sum, { work, events }) => {
    const { good, rejects } = workState(events);
    const pieces = good + rejects.reduce((all, each) => all + each.pieces, 0);
    return sum + pieces * (work.kind === 'stage' ? (work.melt?.gramsPerPiece ?? 0) : 0);
  }, 0);
}

/** Pieces that were set down since the last look. */
function dippedIn(
  at: BowlAtWork,
  news: readonly { readonly work: BenchWork; readonly event: BenchEvent }[],
): BowlDeed['dipped'] {
  const pieces = news.reduce((sum, { event: { deed } }) => sum + ('pieces' in deed ? deed.pieces : 0), 0);
  const work = news.find(({ event: { deed } }) => 'pieces' in deed)?.work;
  if (pieces === 0 || work?.kind !== 'stage' || !work.melt) return null;
  const dip = at.dipOf(work.product);
  return dip && { pieces, dip, gramsPerPiece: work.melt.gramsPerPiece };
}

/** What the simulated hand does with the bowl, by the step that the bench is at. */
function deedFor(at: BowlAtWork, bowl: SimulatedBowl): BowlDeed {
  return HANDS[stepAt(at)](at, bowl);
}

function stepAt({ works, school }: BowlAtWork): TemperStep {
  const setUp = works.find(({ work }) => work.kind === 'melt');
  const state = setUp ? workState(setUp.events) : null;
  if (!state || state.endedAt !== null) return 'work';
  return stepOf({ school, done: state.steps.map(({ step }) => step) });
}

type Hand = (at: BowlAtWork, bowl: SimulatedBowl) => BowlDeed;

const stirred = (watts = 0): BowlDeed => ({ ...IDLE, isStirred: true, watts });
const upTo = (bowl: SimulatedBowl, celsius: number, watts: number): BowlDeed =>
  stirred(bowl.celsius < celsius ? watts : 0);
const cooled: Hand = ({ windows }, bowl) =>
  stirred(bowl.celsius > middle(windows.crystals) ? TABLE_WATTS : 0);
const warmed: Hand = ({ windows }, bowl) => upTo(bowl, middle(dipWindow(windows)), WARMING_WATTS);

const HANDS: Readonly<Record<TemperStep, Hand>> = {
  melt: ({ windows, isTempered, school }, bowl) =>
    school === 'by-eye'
      ? stirred(solidShare(bowl) > KEPT_SOLID_SHARE ? BURNER_WATTS : 0)
      : upTo(bowl, middle(isTempered ? windows.melt : dipWindow(windows)), BURNER_WATTS),
  seed: () => stirred(),
  crystals: cooled,
  pour: cooled,
  // lumps are stirred away over barely warm water
  stir: ({ windows }, bowl) =>
    solidShare(bowl) > SMOOTH_SHARE ? upTo(bowl, windows.work.low, GENTLE_WATTS) : stirred(),
  warm: warmed,
  return: warmed,
  test: warmed,
  work: ({ isWarmed, windows }, bowl) => {
    const wanted = dipWindow(windows);
    return isWarmed ? held(bowl, middle(wanted)) : upTo(bowl, wanted.low + 0.1, WARMING_WATTS);
  },
};

/** A jacket that keeps a bowl at a temperature. */
function held(bowl: SimulatedBowl, celsius: number): BowlDeed {
  const grams = Math.max(1, bowl.liquidGrams + bowl.solidGrams);
  const joulesPerKelvin = 1.6 * grams;
  const lost = ((celsius - bowl.roomCelsius) * joulesPerKelvin) / (60 * plainTauMinutes(null, grams));
  return { ...IDLE, watts: Math.max(0, lost + ((celsius - bowl.celsius) * joulesPerKelvin) / 120) };
}

function middle({ low, high }: { readonly low: number; readonly high: number }): number {
  return (low + high) / 2;
}
