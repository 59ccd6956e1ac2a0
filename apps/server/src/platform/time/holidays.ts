import type { Holiday, HolidayCountry } from '@alnage/contract';
import Holidays from 'date-holidays';

const LANGUAGE = 'en';

/** Countries that holidays can be computed for, with their regions, by name. */
export function countries(): HolidayCountry[] {
  const calendar = new Holidays();
  return Object.entries(calendar.getCountries(LANGUAGE))
    .map(([id, name]) => ({
      id,
      name,
      regions: Object.entries(calendar.getStates(id, LANGUAGE) ?? {})
        .map(([region, regionName]) => ({ id: region, name: regionName }))
        .sort(byName),
    }))
    .sort(byName);
}

/** Whether there are holidays for a country, and for a region of it; '' is all of it. */
export function isCountry(country: string, region: string): boolean {
  const calendar = new Holidays();
  const known = calendar.getCountries();
  if (!Object.hasOwn(known, country)) return false;
  return region === '' || Object.hasOwn(calendar.getStates(country) ?? {}, region);
}

/** The holidays of a country or a region from the first to the last date, computed for whatever year. */
export function holidaysBetween(
  { country, region }: { readonly country: string; readonly region: string },
  { from, to }: { readonly from: string; readonly to: string },
): Holiday[] {
  if (country === '') return [];
  const calendar = region === '' ? new Holidays(country) : new Holidays(country, region);
  calendar.setLanguages(LANGUAGE);
  const years: number[] = [];
  for (let year = Number(from.slice(0, 4)); year <= Number(to.slice(0, 4)); year++) years.push(year);
  return years
    .flatMap((year) => calendar.getHolidays(year, LANGUAGE))
    .map(({ date, name, type }) => ({ date: date.slice(0, 10), name, isPublic: type === 'public' }))
    .filter(({ date }) => from <= date && date <= to)
    .sort((a, b) => a.date.localeCompare(b.date));
}

function byName(a: { readonly name: string }, b: { readonly name: string }): number {
  return a.name.localeCompare(b.name);
}
