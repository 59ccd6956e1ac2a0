/** A field in which two versions of a record differ, in words. */
export interface Difference {
  readonly field: string;
  readonly theirs: string;
  readonly mine: string;
}

/** Where somebody else’s version of a record differs from what is typed here; ids and versions do not count. */
export function recordDifferences(theirs: object, mine: object): Difference[] {
  const [a, b] = [leaves(theirs), leaves(mine)];
  return [...new Set([...a.keys(), ...b.keys()])]
    .filter((pointer) => a.get(pointer) !== b.get(pointer) && b.has(topOf(pointer, b)))
    .map((pointer) => ({
      field: wordsOf(pointer),
      theirs: a.get(pointer) ?? 'nothing',
      mine: b.get(pointer) ?? 'nothing',
    }));
}

/** Fields that only the server adds, such as an id, have no counterpart in what is typed. */
function topOf(pointer: string, mine: ReadonlyMap<string, string>): string {
  if (mine.has(pointer)) return pointer;
  const top = pointer.split('/')[1]!;
  return [...mine.keys()].find((each) => each.split('/')[1] === top) ?? pointer;
}

function leaves(value: unknown, pointer = ''): Map<string, string> {
  if (typeof value !== 'object' || value === null)
    return new Map([[pointer, value === null || value === '' ? 'nothing' : String(value)]]);
  const entries = Object.entries(value);
  return new Map(entries.flatMap(([key, part]) => [...leaves(part, `${pointer}/${key}`)]));
}

/** `/packs/0/priceMinor` reads packs 1 price minor. */
function wordsOf(pointer: string): string {
  return pointer
    .slice(1)
    .split('/')
    .map((part) => (/^\d+$/.test(part) ? String(Number(part) + 1) : part))
    .join(' ')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();
}
