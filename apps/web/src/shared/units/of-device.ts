import { units, type Units } from './units';

/** What shops of these regions are paid in; elsewhere the euro is offered, to be changed. */
const CURRENCIES: Readonly<Record<string, string>> = {
  ...{ AU: 'AUD', BR: 'BRL', CA: 'CAD', CH: 'CHF', CN: 'CNY', CZ: 'CZK', DK: 'DKK', GB: 'GBP', HU: 'HUF' },
  ...{ IE: 'EUR', IN: 'INR', IS: 'ISK', JP: 'JPY', KR: 'KRW', MX: 'MXN', NO: 'NOK', NZ: 'NZD', PL: 'PLN' },
  ...{ RO: 'RON', SE: 'SEK', SG: 'SGD', TR: 'TRY', UA: 'UAH', US: 'USD', ZA: 'ZAR' },
};
/** Ounces, inches and °F are what people there read; the clock has twelve hours in more of them. */
const CUSTOMARY: Units = {
  ...{ temperature: 'F', mass: 'oz', length: 'in' },
  ...{ clock: '12', date: 'month-first', weekBegins: 'sunday' },
};

/** The region that a device is set to, such as SE; '' where its language says none. */
export function regionOf(language: string): string {
  return new Intl.Locale(language).region ?? '';
}

/** The currency to begin with on a device of this language. */
export function currencyOf(language: string): string {
  return CURRENCIES[regionOf(language)] ?? 'EUR';
}

/** The units to offer on a device of this language; null where those in use are what its people read. */
export function unitsToOffer(language: string): Units | null {
  if (regionOf(language) !== 'US') return null;
  const now = units();
  const keys = Object.keys(CUSTOMARY) as (keyof Units)[];
  return keys.some((key) => now[key] !== CUSTOMARY[key]) ? CUSTOMARY : null;
}
