import type { Order, OrderLine, PickupPoint, PlanJob, SavedPlan, Weighing, Workshop } from '@alnage/contract';
import { DEFAULT_WAY_RULES } from '@alnage/core/coating';
import { accountOf, orderPrice, piecesOfOrder } from '@alnage/core/ordering';
import { checkPlan, makePlan, type Problem } from '@alnage/core/planner';
import { recipes, supplies } from './small-larder';
import { piece } from './small-piece';
import type { OrderNames } from '../state/workshop.state';

/** A workshop of one piece, one bowl and one person for tests, with a plan that the core really made. */

const OPEN: Omit<PickupPoint, 'id' | 'name' | 'journeyMinutes'> = {
  hours: [4, 5].map((weekday) => ({ weekday, opens: '09:00', closes: '18:00' })),
  exceptions: [],
  slotMinutes: 30,
  slotBoxes: 12,
  sending: null,
  closedSlots: [],
  version: 1,
};

export const workshop: Workshop = {
  cameOut: {},
  learnedParts: [],
  name: 'Skerry Dipworks',
  timeZone: 'Europe/Helsinki',
  currency: 'EUR',
  isDemo: true,
  now: '2026-06-18T08:32:00.000Z',
  clockRate: 1,
  season: {
    id: 'midsummer',
    name: 'Midsummer',
    days: [
      {
        date: '2026-06-18',
        start: '2026-06-17T21:00:00.000Z',
        end: '2026-06-18T21:00:00.000Z',
        holiday: null,
      },
      {
        date: '2026-06-19',
        start: '2026-06-18T21:00:00.000Z',
        end: '2026-06-19T21:00:00.000Z',
        holiday: 'Midsummer Eve',
      },
    ],
  },
  pickupPoints: [
    { ...OPEN, id: 'shop', name: 'The shop', journeyMinutes: 0 },
    { ...OPEN, id: 'quay', name: 'Stall on the quay', journeyMinutes: 25 },
  ],
  seasons: [
    {
      id: 'midsummer',
      name: 'Midsummer',
      startsOn: '2026-06-18',
      endsOn: '2026-06-19',
      peakOn: '2026-06-19',
      ticketPrefix: 'M',
      holidays: [{ date: '2026-06-19', name: 'Midsummer Eve' }],
      offers: [],
      comparedWith: null,
      version: 1,
    },
  ],
  details: {
    name: 'Skerry Dipworks',
    timeZone: 'Europe/Helsinki',
    currency: 'EUR',
    country: 'FI',
    region: '',
    season: 'midsummer',
    version: 1,
  },
  people: [
    {
      id: 'runa',
      name: 'Runa',
      pace: 100,
      skills: ['dip', 'temper', 'prep', 'pack'],
      week: [],
      shifts: [{ day: '2026-06-18', starts: '08:00', ends: '18:00' }],
      absences: [],
      version: 1,
    },
  ],
  bowls: [
    {
      id: 'bowl-a',
      name: 'Bowl A',
      form: null,
      capacityGrams: 6000,
      measuredTailGrams: 500,
      isTilted: false,
      usableMinutes: null,
      heat: 'steam',
      tailGrams: 500,
      version: 1,
    },
  ],
  moulds: [],
  zones: [
    { id: 'fridge', name: 'Fridge', trays: 6, celsius: 4, version: 1 },
    { id: 'rack', name: 'Cool rack', trays: 6, version: 1 },
  ],
  coatings: [
    {
      id: 'dark-64',
      name: 'Dark 64',
      kind: 'dark',
      yieldPa: 14,
      thinnedLogSd: 0,
      windowLowCelsius: 31,
      windowHighCelsius: 32.2,
      allergens: ['soya'],
      minorPerGram: 1.4,
      own: {
        name: 'Dark 64',
        kind: 'dark',
        fluidity: 3,
        measuredYieldPa: null,
        thinnedPercent: 0,
        thinnedWith: null,
        stockMonths: 1,
        isTempered: true,
        windowLowCelsius: 31,
        windowHighCelsius: 32.2,
        tempering: null,
        parts: [],
        packs: [{ grams: 5000, priceMinor: 7000 }],
        allergens: ['soya'],
        setupFixedMinutes: 20,
        setupMinutesPerKg: 4,
        usableMinutes: 240,
      },
      version: 1,
    },
  ],
  supplies,
  recipes,
  boxes: [
    {
      id: 'six',
      name: 'Six berries',
      contents: [{ piece: 'dusk-berry', pieces: 6 }],
      among: [],
      boxMinor: 60,
      packingSeconds: 40,
      priceMinor: 1500,
      depositMinor: 0,
      netGrams: null,
      supplies: [],
      version: 1,
    },
    {
      id: 'pair',
      name: 'Pair',
      contents: [
        { piece: 'dusk-berry', pieces: 1 },
        { piece: 'noon-berry', pieces: 1 },
      ],
      among: ['dusk-berry', 'noon-berry'],
      boxMinor: 20,
      packingSeconds: 20,
      priceMinor: 560,
      depositMinor: 0,
      netGrams: null,
      supplies: [],
      version: 1,
    },
  ],
  rules: {
    ways: [...DEFAULT_WAY_RULES],
    labourMinorPerHour: 2400,
    wasteShare: 0.2,
    certainty: 0.95,
    seedShare: 1 / 3,
    warmingWatts: 500,
    refundHours: 48,
    lateRefundShare: 0.5,
    lateKeepMinutes: 120,
    noShowRefundShare: 0,
    taxRates: { collected: 0, sent: 0, spare: 0 },
    swaps: { among: 'family', priceShare: 0.25 },
    mayContainStop: 'bowls',
    version: 1,
  },
};

/** A run of dusk berries on the scale: 8 g a piece over an estimate of 6.25 g, unless the test wants otherwise. */
export function weighing(change: Partial<Weighing> = {}): Weighing {
  return {
    id: 'w1',
    piece: 'dusk-berry',
    coat: 'first',
    sizeClass: '',
    weighed: { kind: 'run', startGrams: 2000, addedGrams: 0, leftGrams: 1200 },
    pieces: 100,
    rejects: 3,
    at: '2026-06-18T09:00',
    atInstant: '2026-06-18T06:00:00.000Z',
    gramsPerPiece: 8,
    estimateGrams: 6.25,
    seasonsBack: 0,
    setAsideReason: null,
    version: 1,
    ...change,
  };
}

/** An order with what the test wants otherwise; its pieces follow from its lines and boxes. */
export function order({
  lines,
  ...change
}: Partial<Omit<Order, 'lines'>> & { lines?: OrderLine[] } = {}): Order {
  const loose = (lines ?? [{ piece: 'dusk-berry', pieces: 24 }]).map((line) => ({
    ...line,
    priceMinor: 240,
  }));
  const boxes = change.boxes ?? [];
  const payments = change.payments ?? [];
  const price = orderPrice({ lines: loose, boxes });
  return {
    id: 'o1',
    ticket: 'M-0401',
    customer: 'I. Varg',
    customerId: null,
    lines: loose,
    boxes,
    pieces: piecesOfOrder({ lines: loose, boxes }),
    ...price,
    payments,
    ...accountOf(price.totalMinor, payments),
    pickup: '2026-06-19T15:00',
    pickupAt: '2026-06-19T12:00:00.000Z',
    pickupPoint: 'shop',
    note: '',
    giftMessage: '',
    phone: '',
    allergies: [],
    holdUntil: null,
    depositMinor: 0,
    allergyWaiver: null,
    kitchenOverruled: null,
    swaps: [],
    handOvers: [],
    keptUntil: null,
    card: null,
    state: 'promised',
    version: 1,
    createdAt: '2026-06-01T08:00:00.000Z',
    ...change,
  };
}

/** Names of what the small workshop sells. */
export const names: OrderNames = {
  pieces: new Map([[piece.id, piece.name]]),
  boxes: new Map(workshop.boxes.map((box) => [box.id, box])),
};

const HORIZON_START = workshop.season!.days[0]!.start;

/** A saved plan for the orders; `change` alters the problem before it is planned. */
export function savedPlan(orders: readonly Order[], change: Partial<Problem> = {}): SavedPlan {
  const problem: Problem = {
    format: 'alnage-problem/1',
    horizon: 2880,
    weights: {
      unmetPiece: 1000,
      agePieceHour: 2,
      labourMinute: 1,
      melt: 10,
      leftoverGram: 0.01,
      stretchMinute: 0.1,
    },
    products: [
      {
        id: piece.id,
        allergens: [],
        lifeMinutes: 1440,
        targetAgeMinutes: 720,
        maxBatchPieces: 120,
        clockStage: 'dip',
        stages: piece.route.map(({ name: _name, coat, rest, ...stage }) => ({
          ...stage,
          coating: coat ? { id: 'dark-64', milligramsPerPiece: 6250 } : null,
          then: rest,
        })),
      },
    ],
    coatings: [
      {
        id: 'dark-64',
        skill: 'temper',
        setupFixedMinutes: 20,
        setupMinutesPerKg: 4,
        usableMinutes: 240,
        allergens: ['soya'],
      },
    ],
    melters: workshop.bowls.map(({ id, capacityGrams, tailGrams }) => ({ id, capacityGrams, tailGrams })),
    changeovers: { defaultMinutes: 10, allergenMinutes: 25, pairs: [] },
    people: [
      {
        id: 'runa',
        pace: 100,
        skills: ['dip', 'temper', 'prep', 'pack'],
        shifts: [
          [480, 1080],
          [1830, 2400],
        ],
      },
    ],
    zones: workshop.zones.map(({ id, trays }) => ({ id, trays })),
    orders: orders.map((each) => ({
      id: each.id,
      due: Math.round((Date.parse(each.pickupAt) - Date.parse(HORIZON_START)) / 60_000),
      weight: 1,
      lines: each.pieces.map((line) => ({ product: line.piece, pieces: line.pieces })),
    })),
    ...change,
  };
  const { plan, reasons } = makePlan(problem, { steps: 1 });
  const report = checkPlan(problem, plan);
  return {
    version: 1,
    madeAt: '2026-06-18T08:00:00.000Z',
    horizonStart: HORIZON_START,
    isStale: false,
    origin: 'planned',
    madeBy: null,
    basedOn: null,
    publishedAt: '2026-06-18T08:00:00.000Z',
    isPublished: true,
    publishedVersion: 1,
    pins: [],
    locks: [],
    lapsed: [],
    unplanned: [],
    unplannedTickets: [],
    tickets: Object.fromEntries(orders.map(({ id, ticket }) => [id, ticket])),
    cost: report.cost!,
    totalPieces: report.totalPieces,
    unmetPieces: report.unmetPieces,
    problem,
    plan,
    reasons,
  };
}

/** A plan in the making, with what the test wants otherwise. */
export function planJob(change: Partial<PlanJob> = {}): PlanJob {
  return {
    id: 'j1',
    kind: 'plan',
    state: 'running',
    askedAt: '2026-06-18T08:32:00.000Z',
    askedBy: null,
    seconds: 10,
    progress: 0.25,
    isStopping: false,
    best: null,
    version: null,
    fault: null,
    ...change,
  };
}
