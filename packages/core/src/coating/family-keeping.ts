import type { Family } from './family';

/** Where trays of a family lie: cold as a fridge, cool as a rack, or wherever there is room. */
export type KeptWhere = 'cold' | 'cool' | 'room';

/** How long a piece of a family keeps, where it lies, and what its centre is likely to declare. */
export interface FamilyKeeping {
  /** From the dip to the pickup at most, and better within. */
  readonly holdMinutes: number;
  readonly targetMinutes: number;
  /** From the dip until it is eaten. */
  readonly eatWithinMinutes: number;
  readonly where: KeptWhere;
  /** What such centres mostly have in them; the packet and the recipe say it. */
  readonly allergens: readonly string[];
  readonly advice: string;
}

const HOUR = 60;
const DAY = 24 * HOUR;

const days = (
  [target, hold, eat]: readonly [target: number, hold: number, eat: number],
  rest: Pick<FamilyKeeping, 'where' | 'allergens' | 'advice'>,
): FamilyKeeping => ({
  targetMinutes: target * DAY,
  holdMinutes: hold * DAY,
  eatWithinMinutes: eat * DAY,
  ...rest,
});
const cool = { where: 'cool', advice: 'Keep cool, 12–16 °C' } as const;
const airtight = { where: 'cool', advice: 'Keep airtight, cool and dry' } as const;
const cold = { where: 'cold', advice: 'Keep cold' } as const;

/** How each family keeps where nobody says otherwise. Source: shop default, ordinary craft ranges, their careful end. */
export const FAMILY_KEEPING: Readonly<Record<Family, FamilyKeeping>> = {
  berry: {
    ...{ targetMinutes: 12 * HOUR, holdMinutes: 24 * HOUR, eatWithinMinutes: 48 * HOUR },
    ...{ where: 'cold', allergens: [], advice: 'Keep cold, never freeze' },
  },
  pretzel: days([6, 14, 21], { ...airtight, allergens: ['gluten'] }),
  knot: days([6, 14, 21], { ...airtight, allergens: ['gluten'] }),
  chip: days([4, 7, 14], { ...airtight, allergens: [] }),
  'sandwich-cookie': days([7, 14, 21], { ...airtight, allergens: ['gluten', 'soya'] }),
  truffle: days([3, 7, 14], { ...cool, allergens: ['milk'] }),
  'shell-truffle': days([3, 7, 14], { ...cool, allergens: ['milk'] }),
  'nut-butter-ball': days([4, 10, 14], { ...cold, allergens: ['peanut', 'nuts'] }),
  'nut-butter-egg': days([4, 10, 14], { ...cool, allergens: ['peanut', 'nuts'] }),
  caramel: days([7, 21, 28], { ...cool, allergens: ['milk'] }),
  honeycomb: days([6, 14, 21], { ...airtight, allergens: [] }),
  bar: days([6, 14, 21], { ...cool, allergens: [] }),
  cluster: days([6, 14, 21], { ...airtight, allergens: ['nuts'] }),
  bark: days([6, 14, 21], { ...airtight, allergens: ['nuts'] }),
  solid: days([7, 21, 28], { ...cool, allergens: [] }),
  'filled-cup': days([3, 7, 14], { ...cool, allergens: ['milk'] }),
  other: days([1, 2, 3], { where: 'room', allergens: [], advice: '' }),
};

/** How warm it is kept at most, °C, to count as cold; and from where to where it is cool. Shop defaults. */
const COLD_CELSIUS = { least: -1, most: 8 };
const COOL_CELSIUS = { least: 10, most: 20 };

/** The zone where pieces of a family lie best, by how warm each is kept: one that suits, or else the first. */
export function zoneFor<Zone extends { readonly celsius?: number | null }>(
  where: KeptWhere,
  zones: readonly Zone[],
): Zone | undefined {
  const { least, most } = where === 'cold' ? COLD_CELSIUS : COOL_CELSIUS;
  const suits = zones.find(({ celsius = null }) => celsius !== null && celsius >= least && celsius <= most);
  return (where === 'room' ? undefined : suits) ?? zones[0];
}
