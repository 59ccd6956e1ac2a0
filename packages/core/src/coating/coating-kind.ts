/** The kinds of coating that come with figures of their own; a blend is made of them. */
export type CoatingKind = 'dark' | 'milk' | 'white' | 'compound';

export const COATING_KINDS = ['dark', 'milk', 'white', 'compound'] as const;

/**
 * Yield value in Pa at working temper within the window; source: Beckett, Industrial Chocolate Manufacture and Use
 * (flow of molten chocolate), rounded to a shop default per kind.
 */
export const YIELD_PASCAL: Readonly<Record<CoatingKind, number>> = {
  dark: 14,
  milk: 12,
  white: 10,
  compound: 6,
};

/** Temperatures in °C between which a coating is worked; shop defaults, the maker's packet rules. */
export const WORKING_WINDOW_CELSIUS: Readonly<Record<CoatingKind, { low: number; high: number }>> = {
  dark: { low: 31, high: 32.2 },
  milk: { low: 29.5, high: 31 },
  white: { low: 28.3, high: 29.5 },
  compound: { low: 38, high: 43 },
};

/** Density of molten chocolate, g/cm³. Source: Beckett, Industrial Chocolate Manufacture and Use. */
export const COATING_GRAMS_PER_CM3 = 1.27;

/** Specific heat of molten coating, J/(g·K). Source: Beckett, Industrial Chocolate Manufacture and Use. */
export const COATING_JOULES_PER_GK = 1.6;
