import { plainText, stem, type Word } from './words';

/** Something that a phrase may name. */
export interface Named {
  readonly id: string;
  readonly name: string;
}

/** What a run of words names: one thing, or several that it may mean. */
export type NameMatch<T extends Named> =
  | { readonly kind: 'one'; readonly thing: T; readonly next: number }
  | { readonly kind: 'several'; readonly things: readonly T[]; readonly next: number };

const LEAST_LETTERS = 2;

/**
 * What is named at a word, by as many words as belong to it: whole names before beginnings of them, one or many;
 * `dusk` may stand for Dusk berry while no other name begins so, `berry` for whatever ends so. Null when nothing is.
 */
export function matchName<T extends Named>(
  words: readonly Word[],
  start: number,
  things: readonly T[],
): NameMatch<T> | null {
  const names = things.map((thing) => ({ thing, parts: partsOf(thing.name) }));
  const longest = Math.max(0, ...names.map(({ parts }) => parts.length));
  for (let length = Math.min(longest, words.length - start); length > 0; length--) {
    const typed = words.slice(start, start + length).map(({ plain }) => stem(plain));
    const found = bestOf(names, typed);
    if (found.length === 1) return { kind: 'one', thing: found[0]!, next: start + length };
    if (found.length > 1) return { kind: 'several', things: found, next: start + length };
  }
  return null;
}

function bestOf<T>(names: readonly { thing: T; parts: readonly string[] }[], typed: readonly string[]): T[] {
  const pick = (is: (parts: readonly string[]) => boolean): T[] =>
    names.filter(({ parts }) => is(parts)).map(({ thing }) => thing);
  const whole = pick((parts) => isSame(parts, typed));
  if (whole.length > 0) return whole;
  if (typed.some((word) => word.length < LEAST_LETTERS || /^\d/.test(word))) return [];
  const begun = pick((parts) => begins(parts, typed));
  return begun.length > 0 ? begun : pick((parts) => isSame(parts.slice(-typed.length), typed));
}

function isSame(parts: readonly string[], typed: readonly string[]): boolean {
  return parts.length === typed.length && parts.every((part, i) => part === typed[i]);
}

/** Whether each typed word begins the name's word at its place. */
function begins(parts: readonly string[], typed: readonly string[]): boolean {
  return typed.length <= parts.length && typed.every((word, i) => parts[i]!.startsWith(word));
}

function partsOf(name: string): string[] {
  return plainText(name)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .map(stem);
}
