import { plainText, stem, type Word } from './words';

/** What each allergen is called; who names one of a kind means the kind. Source: ordinary English. */
const CALLED: Readonly<Record<string, string>> = {
  milk: 'milk dairy lactose cream butter',
  egg: 'egg',
  gluten: 'gluten wheat rye barley',
  peanut: 'peanut groundnut',
  nuts: 'nut almond hazelnut walnut cashew pecan pistachio',
  soya: 'soya soy',
  sesame: 'sesame',
  coconut: 'coconut',
  sulphites: 'sulphite sulfite',
  lupin: 'lupin',
  celery: 'celery',
  mustard: 'mustard',
  fish: 'fish',
  crustaceans: 'crustacean shellfish shrimp prawn crab',
  molluscs: 'mollusc shellfish mussel',
};

const ALLERGENS_OF: ReadonlyMap<string, readonly string[]> = called();

const LEADS: readonly (readonly string[])[] = [
  ['never', 'any'],
  ['never'],
  ['no'],
  ['without', 'any'],
  ['without'],
  ['allergic', 'to'],
  ['allergy', 'to'],
  ['allergy'],
];
const TAILS = new Set(['free', 'allergy']);
const JOINTS = new Set([',', '&', '+', 'and', 'or', 'nor', 'no']);

/** Allergens that must never be in an order, and the word after them. */
export interface NeverFound {
  readonly allergens: readonly string[];
  readonly next: number;
}

/**
 * Reads what must never be in an order: never nuts, no milk or eggs, allergic to peanuts, nut-free, nut allergy. Null when there
 * is nothing of it there, or what follows is no allergen: “no salt” is for a note.
 */
export function readNever(words: readonly Word[], start: number): NeverFound | null {
  return ledBy(words, start) ?? followed(words, start);
}

function ledBy(words: readonly Word[], start: number): NeverFound | null {
  const lead = LEADS.find((each) => each.every((word, i) => words[start + i]?.plain === word));
  const first = lead && allergenAt(words, start + lead.length);
  if (!first) return null;
  const allergens = [...first.allergens];
  let { next } = first;
  for (let more = joinedAt(words, next); more; more = joinedAt(words, next)) {
    allergens.push(...more.allergens);
    next = more.next;
  }
  return { allergens: [...new Set(allergens)], next };
}

/** One more after words that join it: “, or milk”. */
function joinedAt(words: readonly Word[], start: number): NeverFound | null {
  let next = start;
  while (JOINTS.has(words[next]?.plain ?? '')) next++;
  return next > start ? allergenAt(words, next) : null;
}

/** Nut-free, nut free, nut allergy. */
function followed(words: readonly Word[], start: number): NeverFound | null {
  const glued = /^(\p{L}+)-(?:free|allergy)$/u.exec(words[start]?.plain ?? '')?.[1];
  const own = glued && ALLERGENS_OF.get(stem(glued));
  if (own) return { allergens: own, next: start + 1 };
  const found = allergenAt(words, start);
  return found && TAILS.has(words[found.next]?.plain ?? '')
    ? { allergens: found.allergens, next: found.next + 1 }
    : null;
}

/** What an allergen is called at a word; tree nuts are nuts. */
function allergenAt(words: readonly Word[], start: number): NeverFound | null {
  const index = words[start]?.plain === 'tree' ? start + 1 : start;
  const allergens = ALLERGENS_OF.get(stem(words[index]?.plain ?? ''));
  return allergens ? { allergens, next: index + 1 } : null;
}

function called(): Map<string, string[]> {
  const all = new Map<string, string[]>();
  for (const [code, names] of Object.entries(CALLED))
    for (const name of names.split(' ')) {
      const key = stem(plainText(name));
      all.set(key, [...(all.get(key) ?? []), code]);
    }
  return all;
}
