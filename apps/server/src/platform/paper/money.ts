/** A share as papers tell it. */
export function percentText(share: number): string {
  return `${Number((share * 100).toFixed(2))}%`;
}

/** Amounts of a currency as papers tell them, from its minor unit. */
export function moneyIn(currency: string): (minor: number) => string {
  const format = new Intl.NumberFormat('en-GB', { style: 'currency', currency });
  const { maximumFractionDigits = 2 } = format.resolvedOptions();
  return (minor) => format.format(minor / 10 ** maximumFractionDigits);
}
