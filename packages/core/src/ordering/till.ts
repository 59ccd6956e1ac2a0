/** Money that went through the till. */
export interface TillEntry {
  readonly method: 'cash' | 'card';
  readonly isBack: boolean;
  readonly amountMinor: number;
}

/** What came in by one way, and what went back by it, in minor units. */
export interface Taken {
  readonly inMinor: number;
  readonly outMinor: number;
}
export interface Takings {
  readonly cash: Taken;
  readonly card: Taken;
}

/** What was taken by each way. By hand: 20.00 and 5.00 in cash, 5.00 of it back: 25.00 in, 5.00 out. */
export function takingsOf(entries: readonly TillEntry[]): Takings {
  const sum = (method: TillEntry['method'], isBack: boolean): number =>
    entries
      .filter((each) => each.method === method && each.isBack === isBack)
      .reduce((total, { amountMinor }) => total + amountMinor, 0);
  const by = (method: TillEntry['method']): Taken => ({
    inMinor: sum(method, false),
    outMinor: sum(method, true),
  });
  return { cash: by('cash'), card: by('card') };
}

/** What goes back of what a customer gives; below 0 what is missing of it. By hand: 40.00 for 37.60 are 2.40. */
export function changeDue(amountMinor: number, givenMinor: number): number {
  return givenMinor - amountMinor;
}

/** By how much a drawer holds more than it must; below 0 what is missing. */
export function drawerDifference({
  countedMinor,
  expectedMinor,
}: {
  readonly countedMinor: number;
  readonly expectedMinor: number;
}): number {
  return countedMinor - expectedMinor;
}

/** What the drawer must hold: what lay in it, and the cash since. By hand: 50.00, 25.00 in and 5.00 out are 70.00. */
export function drawerHolds(floatMinor: number, all: readonly Takings[]): number {
  return all.reduce((sum, { cash }) => sum + cash.inMinor - cash.outMinor, floatMinor);
}
