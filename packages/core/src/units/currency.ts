/** How many digits a currency has after its point: 2 of EUR, 0 of JPY. Source: ISO 4217, as ECMA-402 ships it. */
export function minorDigits(currency: string): number {
  const known = digits.get(currency);
  if (known !== undefined) return known;
  const { maximumFractionDigits } = new Intl.NumberFormat('en', {
    style: 'currency',
    currency,
  }).resolvedOptions();
  digits.set(currency, maximumFractionDigits!);
  return maximumFractionDigits!;
}

/** Asked for every amount of a list, and there are some 180 currencies in the world. */
const digits = new Map<string, number>();

/** An amount in whole units of its currency. By hand: 2,490 of EUR are 24.9, of JPY 2,490. */
export function majorOf(minor: number, currency: string): number {
  return minor / 10 ** minorDigits(currency);
}
