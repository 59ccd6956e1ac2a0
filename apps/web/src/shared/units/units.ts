import { signal } from '@angular/core';

/** What a person reads and types in. Everything is stored in °C, g and mm whatever they choose. */
export interface Units {
  readonly temperature: 'C' | 'F';
  readonly mass: 'g' | 'oz';
  readonly length: 'mm' | 'in';
  readonly clock: '24' | '12';
  /** Fri 19 Jun, or Fri Jun 19. */
  readonly date: 'day-first' | 'month-first';
  readonly weekBegins: 'monday' | 'sunday' | 'saturday';
}

const KEY = 'alnage.units';
export const FIRST_UNITS: Units = {
  ...{ temperature: 'C', mass: 'g', length: 'mm' },
  ...{ clock: '24', date: 'day-first', weekBegins: 'monday' },
};

const chosen = signal<Units>(kept());

/** The units of whoever is at this screen; a figure that is written with them is written anew when they change. */
export const units = chosen.asReadonly();

export function chooseUnits(change: Partial<Units>): void {
  chosen.update((before) => ({ ...before, ...change }));
  localStorage.setItem(KEY, JSON.stringify(chosen()));
}

function kept(): Units {
  const text = localStorage.getItem(KEY);
  if (text === null) return FIRST_UNITS;
  try {
    return { ...FIRST_UNITS, ...(JSON.parse(text) as Partial<Units>) };
  } catch {
    return FIRST_UNITS;
  }
}
