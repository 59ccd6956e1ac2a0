/** So many boxes; what is chosen for each, where it is chosen. */
export type DemoBox = readonly [box: string, count: number, chosen?: Readonly<Record<string, number>>];

/** One order of the demo: who, the day of June and the hour of pickup, what, where, and how far it has come. */
export interface DemoOrder {
  readonly customer: string;
  readonly pickup: string;
  readonly lines: Readonly<Record<string, number>>;
  readonly boxes?: readonly DemoBox[];
  readonly point?: 'quay' | 'post';
  readonly note?: string;
}

const berries = (dusk: number, frost = 0): Record<string, number> => ({
  ...(dusk && { 'dusk-berry': dusk }),
  ...(frost && { 'frost-berry': frost }),
});

const DUSK_12 = { 'dusk-berry': 12 };
const FROST_12 = { 'frost-berry': 12 };

/** In the order in which they were taken; tickets count up from M-0361. */
export const DEMO_ORDERS: readonly DemoOrder[] = [
  {
    customer: 'Harbour school',
    pickup: '2026-06-18T10:00',
    lines: { 'salt-twist': 120, 'ridge-chip': 80 },
    note: 'End of term; nothing with nuts',
  },
  {
    customer: 'I. Varg',
    pickup: '2026-06-19T09:30',
    lines: {},
    boxes: [
      ['berry-12', 1, DUSK_12],
      ['truffle-8', 1],
    ],
  },
  {
    customer: 'Quay café',
    pickup: '2026-06-20T09:00',
    lines: { 'oat-ball': 192, 'foam-bar': 96 },
    note: 'On the café trays',
  },
  { customer: 'T. Osei-Lind', pickup: '2026-06-19T10:30', lines: {}, boxes: [['berry-12', 4, FROST_12]] },
  {
    customer: 'R. Alder',
    pickup: '2026-06-20T11:00',
    lines: {},
    boxes: [['berry-12', 1, DUSK_12]],
    point: 'quay',
  },
  { customer: 'Lantern house', pickup: '2026-06-18T09:15', lines: berries(48, 24) },
  { customer: 'M. Sjögård', pickup: '2026-06-19T12:00', lines: berries(48), boxes: [['twist-bag', 2]] },
  {
    customer: 'Rowing club',
    pickup: '2026-06-19T16:00',
    lines: { 'salt-twist': 160, 'foam-bar': 60, 'ridge-chip': 100 },
  },
  { customer: 'E. Halla', pickup: '2026-06-19T17:30', lines: {}, boxes: [['berry-12', 4]] },
  { customer: 'Ferry crew', pickup: '2026-06-18T16:30', lines: { 'oat-ball': 24, 'sandwich-round': 24 } },
  { customer: 'P. Marsh', pickup: '2026-06-19T09:00', lines: { ...berries(12), 'oat-ball': 12 } },
  {
    customer: 'A. Brandt',
    pickup: '2026-06-19T11:00',
    lines: {},
    boxes: [
      ['berry-12', 1],
      ['truffle-8', 2],
    ],
  },
  {
    customer: 'Village hall',
    pickup: '2026-06-19T14:00',
    lines: { ...berries(240, 48), 'rye-truffle': 96, 'sandwich-round': 72 },
    note: 'Rolling in at the back door',
  },
  { customer: 'S. Koivu', pickup: '2026-06-20T10:00', lines: berries(36) },
  { customer: 'O. Lind', pickup: '2026-06-19T10:00', lines: berries(0, 36), note: 'No nuts, please' },
  { customer: 'Chandler and sons', pickup: '2026-06-18T14:00', lines: { 'rye-truffle': 64, 'foam-bar': 48 } },
  { customer: 'K. Dunmore', pickup: '2026-06-18T17:30', lines: berries(36) },
  {
    customer: 'N. Rask',
    pickup: '2026-06-19T15:00',
    lines: {},
    boxes: [
      ['berry-12', 1, DUSK_12],
      ['chip-bag', 3],
    ],
  },
  { customer: 'The pilots', pickup: '2026-06-19T18:00', lines: { 'salt-twist': 120, 'oat-ball': 72 } },
  {
    customer: 'L. Aava',
    pickup: '2026-06-20T12:30',
    lines: { ...berries(12, 12), 'rye-truffle': 8 },
    point: 'quay',
  },
  { customer: 'J. Fenn', pickup: '2026-06-19T13:00', lines: {}, boxes: [['berry-12', 6, DUSK_12]] },
  {
    customer: 'Guest harbour',
    pickup: '2026-06-20T09:30',
    lines: { ...berries(120, 60), 'salt-twist': 80 },
    point: 'quay',
  },
  { customer: 'B. Holm', pickup: '2026-06-19T16:30', lines: berries(12), boxes: [['berry-12', 2, DUSK_12]] },
  {
    customer: 'Weaving guild',
    pickup: '2026-06-19T12:30',
    lines: { 'rye-truffle': 120, 'sandwich-round': 60 },
  },
  { customer: 'V. Storm', pickup: '2026-06-21T10:30', lines: { ...berries(12), 'oat-ball': 12 } },
  {
    customer: 'D. Ahlgren',
    pickup: '2026-06-19T17:00',
    lines: {},
    boxes: [
      ['berry-12', 1, DUSK_12],
      ['bar-pair', 5],
    ],
  },
  {
    customer: 'Pier kiosk',
    pickup: '2026-06-20T10:30',
    lines: { 'ridge-chip': 150, 'salt-twist': 120 },
    point: 'quay',
  },
  { customer: 'H. Moss', pickup: '2026-06-19T11:30', lines: berries(48, 24) },
  { customer: 'C. Teir', pickup: '2026-06-20T09:00', lines: { ...berries(12), 'sandwich-round': 12 } },
  { customer: 'U. Nyman', pickup: '2026-06-19T18:30', lines: berries(48) },
  { customer: 'Boatyard', pickup: '2026-06-18T15:30', lines: { 'salt-twist': 80, 'sandwich-round': 48 } },
  {
    customer: 'F. Linna',
    pickup: '2026-06-20T13:30',
    lines: { 'rye-truffle': 4 },
    boxes: [
      ['berry-12', 1, DUSK_12],
      ['truffle-8', 1],
    ],
  },
  { customer: 'Y. Ek', pickup: '2026-06-19T09:30', lines: berries(12) },
  {
    customer: 'Choir of the isle',
    pickup: '2026-06-20T12:00',
    lines: { ...berries(96, 48), 'oat-ball': 48 },
  },
  {
    customer: 'W. Torsk',
    pickup: '2026-06-21T11:30',
    lines: {},
    boxes: [
      ['bar-pair', 6],
      ['twist-bag', 1],
    ],
  },
  { customer: 'G. Pärn', pickup: '2026-06-19T14:30', lines: { ...berries(12, 6), 'salt-twist': 12 } },
  { customer: 'Lighthouse wardens', pickup: '2026-06-19T15:30', lines: { ...berries(96), 'foam-bar': 48 } },
  { customer: 'Q. Saari', pickup: '2026-06-20T11:30', lines: berries(36, 12), point: 'quay' },
  { customer: 'Z. Wik', pickup: '2026-06-19T10:00', lines: { 'rye-truffle': 24, 'oat-ball': 12 } },
  {
    customer: 'Island nursery',
    pickup: '2026-06-18T12:30',
    lines: { 'sandwich-round': 20, 'ridge-chip': 20 },
    note: 'No nuts in the house',
  },
  { customer: 'X. Berg', pickup: '2026-06-19T13:30', lines: berries(12) },
  { customer: 'Summer theatre', pickup: '2026-06-20T13:00', lines: { ...berries(150), 'ridge-chip': 120 } },
];

/** Asked for by telephone once Monday's plan was made: laid into it as it stood. */
export const DEMO_LATE_ORDERS: readonly DemoOrder[] = [
  { customer: 'Net loft', pickup: '2026-06-20T13:30', lines: { 'malt-cup': 84 } },
  { customer: 'A. Mäkelä', pickup: '2026-06-22T12:00', lines: { 'salt-twist': 24 }, point: 'post' },
  { customer: 'Reading room', pickup: '2026-06-21T11:00', lines: { 'oat-ball': 24, 'malt-ball': 24 } },
];
