import type { Matter } from './amount';

/** Where a figure of the table comes from. */
export type IngredientSource = 'density-database' | 'shop-default';

/** An ingredient as it is found in kitchens: what turns cups and pieces into grams, and what must be declared. */
export interface KnownIngredient extends Matter {
  readonly id: string;
  readonly name: string;
  readonly allergens: readonly string[];
  readonly source: IngredientSource;
}

type Row = readonly [
  id: string,
  name: string,
  gramsPerMl: number | null,
  gramsPerPiece: number | null,
  allergens?: readonly string[],
];

/** Liquids and pastes, at room temperature. Source: FAO/INFOODS, Density Database, rounded to 0.01 g/ml. */
const FLUIDS: readonly Row[] = [
  ['water', 'Water', 1, null],
  ['milk', 'Milk', 1.03, null, ['milk']],
  ['cream-35', 'Cream 35%', 0.99, null, ['milk']],
  ['condensed-milk', 'Condensed milk, sweetened', 1.29, null, ['milk']],
  ['evaporated-milk', 'Evaporated milk', 1.07, null, ['milk']],
  ['yoghurt', 'Yoghurt', 1.03, null, ['milk']],
  ['honey', 'Honey', 1.42, null],
  ['glucose-syrup', 'Glucose syrup', 1.42, null],
  ['golden-syrup', 'Golden syrup', 1.43, null],
  ['maple-syrup', 'Maple syrup', 1.32, null],
  ['treacle', 'Treacle', 1.41, null],
  ['neutral-oil', 'Neutral oil', 0.92, null],
  ['coconut-oil', 'Coconut oil, melted', 0.92, null, ['coconut']],
  ['butter-melted', 'Butter, melted', 0.91, null, ['milk']],
  ['rum', 'Rum', 0.95, null],
  ['brandy', 'Brandy', 0.95, null],
  ['orange-liqueur', 'Orange liqueur', 1.04, null],
  ['coffee-brewed', 'Coffee, brewed', 1, null],
  ['lemon-juice', 'Lemon juice', 1.03, null],
  ['orange-juice', 'Orange juice', 1.04, null],
  ['egg-white', 'Egg white', 1.03, 33, ['egg']],
  ['egg-yolk', 'Egg yolk', 1.03, 18, ['egg']],
  ['vanilla-extract', 'Vanilla extract', 0.88, null],
];

/** Solids as they lie in a level cup or spoon, and pieces of the usual size. Source: shop default. */
const SOLIDS: readonly Row[] = [
  ['butter', 'Butter', 0.96, null, ['milk']],
  ['shortening', 'Vegetable fat', 0.87, null],
  ['cocoa-butter', 'Cocoa butter, grated', 0.55, null],
  ['cream-cheese', 'Cream cheese', 0.98, null, ['milk']],
  ['milk-powder', 'Milk powder', 0.5, null, ['milk']],
  ['sugar', 'Sugar', 0.85, null],
  ['caster-sugar', 'Caster sugar', 0.9, null],
  ['icing-sugar', 'Icing sugar', 0.51, null],
  ['brown-sugar', 'Brown sugar, packed', 0.9, null],
  ['salt', 'Salt, fine', 1.22, null],
  ['flaked-salt', 'Flaked salt', 0.6, null],
  ['baking-soda', 'Baking soda', 0.97, null],
  ['baking-powder', 'Baking powder', 0.9, null],
  ['cream-of-tartar', 'Cream of tartar', 0.63, null],
  ['gelatine', 'Gelatine, powdered', 0.63, null],
  ['gelatine-sheet', 'Gelatine sheet', null, 2],
  ['egg', 'Egg, without shell', 1.03, 50, ['egg']],
  ['flour', 'Wheat flour', 0.53, null, ['gluten']],
  ['rye-flour', 'Rye flour', 0.43, null, ['gluten']],
  ['cornflour', 'Cornflour', 0.54, null],
  ['rolled-oats', 'Rolled oats', 0.38, null, ['gluten']],
  ['oat-flour', 'Oat flour', 0.4, null, ['gluten']],
  ['rye-malt', 'Rye malt powder', 0.52, null, ['gluten']],
  ['biscuit-crumb', 'Biscuit crumb', 0.42, null, ['gluten']],
  ['puffed-rice', 'Puffed rice', 0.11, null],
  ['cornflakes', 'Cornflakes', 0.12, null, ['gluten']],
  ['cocoa-powder', 'Cocoa powder', 0.42, null],
  ['cocoa-nibs', 'Cocoa nibs', 0.51, null],
  ['chocolate-chopped', 'Chocolate, chopped', 0.66, null, ['soya']],
  ['chocolate-drops', 'Chocolate drops', 0.72, null, ['soya']],
  ['coffee-ground', 'Coffee, ground', 0.36, null],
  ['tea-leaves', 'Tea leaves', 0.25, null],
  ['cinnamon', 'Cinnamon, ground', 0.53, null],
  ['ginger', 'Ginger, ground', 0.37, null],
  ['cardamom', 'Cardamom, ground', 0.41, null],
  ['vanilla-pod', 'Vanilla pod', null, 3],
  ['peanut-butter', 'Peanut butter', 1.09, null, ['peanut']],
  ['hazelnut-butter', 'Hazelnut butter', 1.06, null, ['nuts']],
  ['almond-butter', 'Almond butter', 1.06, null, ['nuts']],
  ['tahini', 'Sesame paste', 1.01, null, ['sesame']],
  ['praline-paste', 'Nut praline paste', 1.15, null, ['nuts']],
  ['hazelnuts', 'Hazelnuts', 0.57, 1, ['nuts']],
  ['hazelnuts-chopped', 'Hazelnuts, chopped', 0.49, null, ['nuts']],
  ['almonds', 'Almonds', 0.6, 1.2, ['nuts']],
  ['almonds-flaked', 'Almonds, flaked', 0.39, null, ['nuts']],
  ['almonds-ground', 'Almonds, ground', 0.41, null, ['nuts']],
  ['walnuts', 'Walnut halves', 0.42, 2, ['nuts']],
  ['pecans', 'Pecan halves', 0.42, 1.5, ['nuts']],
  ['pistachios', 'Pistachios', 0.52, 0.7, ['nuts']],
  ['cashews', 'Cashews', 0.58, 1.5, ['nuts']],
  ['peanuts', 'Peanuts', 0.62, 0.6, ['peanut']],
  ['sesame-seed', 'Sesame seed', 0.61, null, ['sesame']],
  ['sunflower-seed', 'Sunflower seed', 0.59, null],
  ['pumpkin-seed', 'Pumpkin seed', 0.55, null],
  ['desiccated-coconut', 'Desiccated coconut', 0.36, null, ['coconut']],
  ['raisins', 'Raisins', 0.61, null],
  ['dried-cranberries', 'Dried cranberries', 0.51, null],
  ['dried-cherries', 'Dried cherries', 0.65, null],
  ['dried-apricots', 'Dried apricots', 0.55, 8, ['sulphites']],
  ['candied-peel', 'Candied orange peel', 0.58, null],
  ['jam', 'Jam', 1.33, null],
  ['fruit-puree', 'Fruit purée', 1.05, null],
  ['marshmallows-small', 'Small marshmallows', 0.21, 0.7],
  ['sprinkles', 'Sprinkles', 0.8, null],
  ['strawberry', 'Strawberry', null, 18],
  ['pretzel-rod', 'Pretzel rod', null, 5, ['gluten']],
  ['potato-chip', 'Potato chip', null, 2.2],
  ['sandwich-cookie', 'Sandwich cookie', null, 12, ['gluten', 'milk', 'soya']],
];

const known =
  (source: IngredientSource) =>
  ([id, name, gramsPerMl, gramsPerPiece, allergens = []]: Row): KnownIngredient => ({
    ...{ id, name, gramsPerMl, gramsPerPiece, allergens, source },
  });

/** What is known without anybody weighing: a start that every shop extends and corrects with what it weighs itself. */
export const KNOWN_INGREDIENTS: readonly KnownIngredient[] = [
  ...FLUIDS.map(known('density-database')),
  ...SOLIDS.map(known('shop-default')),
];
