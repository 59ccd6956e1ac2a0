import { ALLERGENS } from '@alnage/contract';
import type { CoatRole, Way } from '@alnage/core/coating';

/** Ways of dipping as they are called at the bench. */
export const WAY_WORDS: Readonly<Record<Way, string>> = {
  fork: 'fork, two taps',
  'fork-scraped': 'fork, tapped and scraped',
  hand: 'by hand, swirled',
  pick: 'pick',
  generous: 'generous',
};

/** The coats of a piece. */
export const COAT_WORDS: Readonly<Record<CoatRole, string>> = {
  first: 'first coat',
  second: 'second coat',
  shell: 'shell',
  cap: 'cap',
  mix: 'mix',
  cast: 'casting',
  poured: 'pour',
  drizzle: 'drizzle',
};

/** Allergens to tick. */
export const ALLERGEN_CHOICES = ALLERGENS.map((id) => ({ id, name: id }));
