import { DEFAULT_MESSAGES } from '@alnage/core';
import type { SeasonDraft } from '@alnage/contract';
import type { BoxEntity } from '../../store/workshop/box.entity';
import type { BowlEntity } from '../../store/workshop/bowl.entity';
import type { CoatingEntity } from '../../store/workshop/coating.entity';
import type {
  MouldEntity,
  PersonEntity,
  PickupPointEntity,
  ZoneEntity,
} from '../../store/workshop/resources.entity';
import type { CustomerEntity } from '../../store/work/customer.entity';
import type { SeasonEntity } from '../../store/workshop/season.entity';
import type { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { EMPTY_WORKSHOP } from '../../shop/workshop/empty-workshop';

/** The demo's clock when it is loaded: Thursday before Midsummer, 11:32 in Helsinki. */
export const DEMO_START = new Date('2026-06-18T11:32:00+03:00');
/** When the demo's plan was made: before the week's work began. */
export const DEMO_PLANNED = new Date('2026-06-15T07:00:00+03:00');

const offer = (piece: string, targetPieces: number, terms: Partial<SeasonDraft['offers'][number]> = {}) => ({
  ...{ piece, from: null, to: null, orderBy: null, hoursBefore: null, targetPieces, isClosed: false },
  ...terms,
});

type Row<T extends { position: number }> = Omit<T, 'position' | 'version'>;

export const DEMO_WORKSHOP: WorkshopEntity = {
  ...EMPTY_WORKSHOP,
  name: 'Skerry Dipworks',
  address: '4 Ferry Quay, Skerry',
  labelWords: 'Dipped by hand, in small lots.',
  timeZone: 'Europe/Helsinki',
  currency: 'EUR',
  isDemo: true,
  labourMinorPerHour: 2400,
  country: 'FI',
  messages: { ...EMPTY_WORKSHOP.messages, texts: DEFAULT_MESSAGES },
  seasonId: 'midsummer-2026',
  changeovers: {
    defaultMinutes: 12,
    allergenMinutes: 25,
    pairs: [
      { from: 'white', to: 'milk-38', minutes: 5 },
      { from: 'white', to: 'dark-64', minutes: 5 },
      { from: 'milk-38', to: 'dark-64', minutes: 5 },
      { from: 'milk-38', to: 'blend', minutes: 3 },
      { from: 'dark-64', to: 'blend', minutes: 3 },
      { from: 'dark-64', to: 'white', minutes: 20 },
    ],
  },
};

/** Last year's, with its weighings. */
export const DEMO_LAST_SEASON: Row<SeasonEntity> = {
  id: 'midsummer-2025',
  name: 'Midsummer 2025',
  startsOn: '2025-06-16',
  endsOn: '2025-06-23',
  ticketPrefix: 'L',
  peakOn: '2025-06-20',
  holidays: [
    { date: '2025-06-20', name: 'Midsummer Eve' },
    { date: '2025-06-21', name: 'Midsummer Day' },
  ],
  offers: [],
  comparedWith: null,
};

export const DEMO_SEASON: Row<SeasonEntity> = {
  id: 'midsummer-2026',
  name: 'Midsummer 2026',
  startsOn: '2026-06-15',
  endsOn: '2026-06-22',
  ticketPrefix: 'M',
  peakOn: '2026-06-19',
  holidays: [
    { date: '2026-06-19', name: 'Midsummer Eve' },
    { date: '2026-06-20', name: 'Midsummer Day' },
  ],
  offers: [
    offer('dusk-berry', 1400, { hoursBefore: 12 }),
    offer('frost-berry', 400, { hoursBefore: 12 }),
    offer('salt-twist', 800),
    offer('ridge-chip', 520, { to: '2026-06-20' }),
    offer('rye-truffle', 360, { orderBy: '2026-06-18T20:00' }),
    offer('oat-ball', 420),
    offer('foam-bar', 320, { orderBy: '2026-06-18T18:00' }),
    offer('sandwich-round', 240),
  ],
  comparedWith: DEMO_LAST_SEASON.id,
};

export const DEMO_PICKUP_POINTS: readonly Row<PickupPointEntity>[] = [
  {
    id: 'shop',
    name: 'The shop',
    journeyMinutes: 0,
    wayCelsius: null,
    hours: [
      ...[1, 2, 3].map((weekday) => ({ weekday, opens: '10:00', closes: '17:00' })),
      { weekday: 4, opens: '09:00', closes: '18:00' },
      { weekday: 5, opens: '09:00', closes: '18:30' },
      { weekday: 6, opens: '09:00', closes: '14:00' },
    ],
    exceptions: [{ date: '2026-06-21', opens: '10:00', closes: '13:00' }],
    slotMinutes: 30,
    slotBoxes: 12,
    sending: null,
    closedSlots: [],
  },
  {
    id: 'quay',
    name: 'Stall on the quay',
    journeyMinutes: 25,
    wayCelsius: null,
    hours: [{ weekday: 6, opens: '09:00', closes: '13:00' }],
    exceptions: [],
    slotMinutes: 30,
    slotBoxes: 10,
    sending: null,
    closedSlots: [],
  },
  {
    id: 'post',
    name: 'By post',
    // two days on the way, brought at noon
    journeyMinutes: 2880,
    wayCelsius: null,
    hours: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, opens: '12:00', closes: '16:00' })),
    exceptions: [{ date: '2026-06-19', opens: null, closes: null }],
    slotMinutes: 240,
    slotBoxes: null,
    sending: {
      usualCelsius: 19,
      days: [
        { date: '2026-06-20', celsius: 23 },
        { date: '2026-06-21', celsius: 25.5 },
      ],
      isIced: false,
      parcelGrams: 260,
      supplies: [{ supply: 'mail-box', amount: 1, unit: 'piece' }],
    },
    closedSlots: [],
  },
];

export const DEMO_BOWLS: readonly Row<BowlEntity>[] = [
  {
    id: 'bowl-a',
    name: 'Bowl A',
    form: { kind: 'round', rimMm: 300, heightMm: 160 },
    capacityGrams: 6000,
    measuredTailGrams: 550,
    isTilted: true,
    usableMinutes: null,
    heat: 'melter',
  },
  {
    id: 'bowl-b',
    name: 'Bowl B',
    form: { kind: 'round', rimMm: 260, heightMm: 140 },
    capacityGrams: 4000,
    measuredTailGrams: null,
    isTilted: true,
    usableMinutes: null,
    heat: 'steam',
  },
  {
    id: 'glass',
    name: 'Glass bowl',
    form: { kind: 'straight', rimMm: 140, heightMm: 80 },
    capacityGrams: 1000,
    measuredTailGrams: 90,
    isTilted: false,
    usableMinutes: 40,
    heat: 'microwave',
  },
];

export const DEMO_MOULDS: readonly Row<MouldEntity>[] = [
  { id: 'rounds', name: 'Rounds of 24', cavities: 24, count: 12 },
  { id: 'cups', name: 'Cups of 24', cavities: 24, count: 4 },
];

export const DEMO_ZONES: readonly Row<ZoneEntity>[] = [
  { id: 'fridge', name: 'Fridge', trays: 48, celsius: 4, humidity: null, there: null },
  { id: 'rack', name: 'Cool rack', trays: 40, celsius: 16, humidity: 0.55, there: null },
  { id: 'freezer', name: 'Freezer', trays: 10, celsius: -18, humidity: null, there: null },
  { id: 'shelf', name: 'Shelf', trays: 80, celsius: null, humidity: null, there: null },
  {
    ...{ id: 'chest', name: 'Ice chest on the quay', trays: 6, celsius: 6, humidity: null },
    there: [{ from: '2026-06-20T07:00', until: '2026-06-20T13:00' }],
  },
];

const couverture = {
  fluidity: 3,
  measuredYieldPa: null,
  thinnedPercent: 0,
  thinnedWith: null,
  stockMonths: 2,
  isTempered: true,
  tempering: null,
  parts: [],
  setupFixedMinutes: 20,
  setupMinutesPerKg: 4,
  usableMinutes: 240,
} as const;

export const DEMO_COATINGS: readonly Row<CoatingEntity>[] = [
  {
    ...couverture,
    id: 'dark-64',
    name: 'Dark 64',
    kind: 'dark',
    windowLowCelsius: 31,
    windowHighCelsius: 32.2,
    parts: [],
    packs: [
      { grams: 2500, priceMinor: 4250 },
      { grams: 10_000, priceMinor: 15_900 },
    ],
    allergens: ['soya'],
  },
  {
    ...couverture,
    id: 'milk-38',
    name: 'Milk 38',
    kind: 'milk',
    windowLowCelsius: 29.5,
    windowHighCelsius: 31,
    parts: [],
    packs: [{ grams: 2500, priceMinor: 4100 }],
    allergens: ['milk', 'soya'],
    usableMinutes: 210,
  },
  {
    ...couverture,
    id: 'white',
    name: 'White',
    kind: 'white',
    stockMonths: 5,
    windowLowCelsius: 28.3,
    windowHighCelsius: 29.5,
    parts: [],
    packs: [{ grams: 2500, priceMinor: 4600 }],
    allergens: ['milk', 'soya'],
    usableMinutes: 180,
  },
  {
    ...couverture,
    id: 'blend',
    name: 'Blend 1 : 1',
    kind: 'blend',
    windowLowCelsius: 30.3,
    windowHighCelsius: 31.6,
    parts: [
      { coating: 'dark-64', parts: 1 },
      { coating: 'milk-38', parts: 1 },
    ],
    packs: [],
    allergens: [],
    usableMinutes: 210,
  },
  {
    ...couverture,
    id: 'compound',
    name: 'Compound',
    kind: 'compound',
    isTempered: false,
    windowLowCelsius: 38,
    windowHighCelsius: 43,
    parts: [],
    packs: [{ grams: 5000, priceMinor: 3900 }],
    allergens: ['milk', 'soya'],
    setupFixedMinutes: 8,
    setupMinutesPerKg: 3,
    usableMinutes: 300,
  },
];

const BERRIES = ['dusk-berry', 'frost-berry'];
/** What may go into the boxes that are filled as one likes. */
const CHOICES: Readonly<Record<string, string[]>> = {
  'berry-6': BERRIES,
  'berry-12': BERRIES,
  'mixed-12': ['rye-truffle', 'oat-ball', 'foam-bar', 'sandwich-round', 'dusk-berry'],
};

/** What is asked for a box when it is ordered: the dear ones. */
const DEPOSITS: Readonly<Record<string, number>> = { 'berry-12': 1000, 'cafe-tray': 4000 };

export const DEMO_BOXES: readonly Omit<Row<BoxEntity>, 'supplies'>[] = [
  box(['berry-6', 'Six berries'], { 'dusk-berry': 3, 'frost-berry': 3 }, [65, 40, 1450]),
  box(['berry-12', 'Dozen berries'], { 'dusk-berry': 6, 'frost-berry': 6 }, [95, 60, 2750]),
  box(
    ['mixed-12', 'Mixed dozen'],
    { 'rye-truffle': 4, 'oat-ball': 4, 'foam-bar': 2, 'sandwich-round': 2 },
    [95, 75, 2490],
  ),
  box(['truffle-8', 'Truffle box'], { 'rye-truffle': 8 }, [80, 45, 1690]),
  box(['twist-bag', 'Twist bag'], { 'salt-twist': 20 }, [30, 50, 1890]),
  box(['chip-bag', 'Chip bag'], { 'ridge-chip': 5 }, [20, 25, 690]),
  box(['bar-pair', 'Bar pair'], { 'foam-bar': 2 }, [25, 20, 520]),
  box(
    ['cafe-tray', 'Café tray'],
    { 'salt-twist': 40, 'oat-ball': 32, 'sandwich-round': 24 },
    [350, 420, 11_900],
  ),
];

function box(
  [id, name]: readonly [string, string],
  pieces: Readonly<Record<string, number>>,
  [boxMinor, packingSeconds, priceMinor]: readonly [number, number, number],
): Omit<Row<BoxEntity>, 'supplies'> {
  const contents = Object.entries(pieces).map(([piece, count]) => ({ piece, pieces: count }));
  return {
    id,
    name,
    contents,
    among: CHOICES[id] ?? [],
    boxMinor,
    packingSeconds,
    priceMinor,
    depositMinor: DEPOSITS[id] ?? 0,
    netGrams: null,
  };
}

type Hours = readonly [day: string, starts: string, ends: string];

const days = (first: number, last: number, ...spans: readonly [string, string][]): Hours[] =>
  Array.from({ length: last - first + 1 }, (_, i) => `2026-06-${first + i}`).flatMap((day) =>
    spans.map(([starts, ends]): Hours => [day, starts, ends]),
  );

export const DEMO_PEOPLE: readonly (Omit<Row<PersonEntity>, 'shifts' | 'week' | 'absences'> & {
  hours: readonly Hours[];
})[] = [
  {
    id: 'runa',
    name: 'Runa',
    pace: 90,
    skills: ['dip', 'temper', 'prep', 'cook', 'pack', 'counter'],
    hours: [
      ...days(15, 17, ['08:00', '12:00'], ['13:00', '16:00']),
      ...days(18, 18, ['07:00', '12:00'], ['13:00', '17:00'], ['17:30', '21:00']),
      ...days(19, 19, ['05:30', '10:00'], ['10:30', '13:30']),
      ...days(20, 20, ['05:30', '12:00']),
      ...days(21, 21, ['08:00', '11:00']),
    ],
  },
  {
    id: 'tove',
    name: 'Tove',
    pace: 100,
    skills: ['dip', 'temper', 'prep'],
    hours: [
      ...days(16, 17, ['09:00', '13:00'], ['14:00', '17:00']),
      ...days(18, 18, ['07:30', '12:00'], ['13:00', '19:00']),
      ...days(19, 19, ['06:00', '11:00'], ['11:45', '14:30']),
      ...days(20, 20, ['05:30', '12:00']),
    ],
  },
  {
    id: 'eskil',
    name: 'Eskil',
    pace: 105,
    skills: ['dip', 'cook', 'pack'],
    hours: [
      ...days(15, 17, ['09:00', '13:00'], ['14:00', '17:00']),
      ...days(18, 18, ['11:00', '15:00'], ['15:45', '21:30']),
      ...days(19, 19, ['07:00', '11:30'], ['12:15', '15:30']),
      ...days(20, 20, ['06:00', '13:00']),
      ...days(21, 21, ['08:00', '11:00']),
    ],
  },
  {
    id: 'maj',
    name: 'Maj',
    pace: 110,
    skills: ['pack', 'prep', 'counter'],
    hours: [
      ...days(18, 18, ['09:00', '13:00'], ['13:45', '18:30']),
      ...days(19, 19, ['08:00', '12:00'], ['12:45', '17:00']),
      ...days(20, 20, ['07:00', '14:00']),
    ],
  },
];

/** Regulars, with what is to be remembered of them; orders find theirs by name. */
export const DEMO_CUSTOMERS: readonly Row<CustomerEntity>[] = [
  {
    id: 'harbour-school',
    name: 'Harbour school',
    phone: '050 0117',
    allergies: ['nuts', 'peanut'],
    wishes: '',
    email: 'office@harbour-school.example',
    noMessages: false,
  },
  {
    id: 'i-varg',
    name: 'I. Varg',
    phone: '050 0163',
    allergies: [],
    wishes: 'Rings when in the yard',
    email: '',
    noMessages: false,
  },
  {
    id: 'island-nursery',
    name: 'Island nursery',
    phone: '050 0124',
    allergies: ['nuts'],
    wishes: '',
    email: 'nursery@bounce.example',
    noMessages: false,
  },
  {
    id: 'o-lind',
    name: 'O. Lind',
    phone: '050 0188',
    allergies: ['nuts'],
    wishes: 'Frost berries only',
    email: 'o.lind@post.example',
    noMessages: false,
  },
  {
    id: 'quay-cafe',
    name: 'Quay café',
    phone: '050 0140',
    allergies: [],
    wishes: 'On the café trays',
    email: 'quay@cafe.example',
    noMessages: false,
  },
  {
    id: 'e-halla',
    name: 'E. Halla',
    phone: '050 0171',
    allergies: ['nuts'],
    wishes: '',
    email: '',
    noMessages: false,
  },
];
