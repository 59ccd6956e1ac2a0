import type {
  BowlEntity,
  CoatingEntity,
  PersonEntity,
  PickupPointEntity,
  ZoneEntity,
} from '../workshop/resources.entity';
import type { SeasonEntity } from '../workshop/season.entity';
import type { WorkshopEntity } from '../workshop/workshop.entity';
import { EMPTY_WORKSHOP } from '../workshop/empty-workshop';

/** The demo's clock when it is loaded: Thursday before Midsummer, 11:32 in Helsinki. */
export const DEMO_START = new Date('2026-06-18T11:32:00+03:00');
/** When the demo's plan was made: before the week's work began. */
export const DEMO_PLANNED = new Date('2026-06-15T07:00:00+03:00');

type Row<T extends { position: number }> = Omit<T, 'position'>;

export const DEMO_WORKSHOP: WorkshopEntity = {
  ...EMPTY_WORKSHOP,
  name: 'Skerry Dipworks',
  timeZone: 'Europe/Helsinki',
  currency: 'EUR',
  isDemo: true,
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

export const DEMO_SEASON: SeasonEntity = {
  id: 'midsummer-2026',
  name: 'Midsummer',
  startsOn: '2026-06-15',
  endsOn: '2026-06-22',
  ticketPrefix: 'M',
  holidays: { '2026-06-19': 'Midsummer Eve', '2026-06-20': 'Midsummer Day' },
};

export const DEMO_PICKUP_POINTS: readonly Row<PickupPointEntity>[] = [
  { id: 'shop', name: 'The shop', journeyMinutes: 0 },
  { id: 'quay', name: 'Stall on the quay', journeyMinutes: 25 },
];

export const DEMO_BOWLS: readonly Row<BowlEntity>[] = [
  { id: 'bowl-a', name: 'Bowl A', capacityGrams: 6000, tailGrams: 550, usableMinutes: null },
  { id: 'bowl-b', name: 'Bowl B', capacityGrams: 4000, tailGrams: 400, usableMinutes: null },
  { id: 'glass', name: 'Glass bowl', capacityGrams: 1000, tailGrams: 90, usableMinutes: 40 },
];

export const DEMO_ZONES: readonly Row<ZoneEntity>[] = [
  { id: 'fridge', name: 'Fridge', trays: 48 },
  { id: 'rack', name: 'Cool rack', trays: 40 },
  { id: 'freezer', name: 'Freezer', trays: 10 },
  { id: 'shelf', name: 'Shelf', trays: 80 },
];

const couverture = { setupFixedMinutes: 20, setupMinutesPerKg: 4, usableMinutes: 240 };

export const DEMO_COATINGS: readonly Row<CoatingEntity>[] = [
  {
    id: 'dark-64',
    name: 'Dark 64',
    kind: 'dark',
    yieldPa: 14,
    windowLowCelsius: 31,
    windowHighCelsius: 32.2,
    allergens: ['soya'],
    ...couverture,
  },
  {
    id: 'milk-38',
    name: 'Milk 38',
    kind: 'milk',
    yieldPa: 12,
    windowLowCelsius: 29.5,
    windowHighCelsius: 31,
    allergens: ['milk', 'soya'],
    ...couverture,
    usableMinutes: 210,
  },
  {
    id: 'white',
    name: 'White',
    kind: 'white',
    yieldPa: 10,
    windowLowCelsius: 28.3,
    windowHighCelsius: 29.5,
    allergens: ['milk', 'soya'],
    ...couverture,
    usableMinutes: 180,
  },
  {
    id: 'blend',
    name: 'Blend 1 : 1',
    kind: 'blend',
    yieldPa: 13,
    windowLowCelsius: 30.3,
    windowHighCelsius: 31.6,
    allergens: ['milk', 'soya'],
    ...couverture,
    usableMinutes: 210,
  },
  {
    id: 'compound',
    name: 'Compound',
    kind: 'compound',
    yieldPa: 6,
    windowLowCelsius: 38,
    windowHighCelsius: 43,
    allergens: ['milk', 'soya'],
    setupFixedMinutes: 8,
    setupMinutesPerKg: 3,
    usableMinutes: 300,
  },
];

type Hours = readonly [day: string, starts: string, ends: string];

const days = (first: number, last: number, ...spans: readonly [string, string][]): Hours[] =>
  Array.from({ length: last - first + 1 }, (_, i) => `2026-06-${first + i}`).flatMap((day) =>
    spans.map(([starts, ends]): Hours => [day, starts, ends]),
  );

export const DEMO_PEOPLE: readonly (Omit<Row<PersonEntity>, 'shifts'> & { hours: readonly Hours[] })[] = [
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
