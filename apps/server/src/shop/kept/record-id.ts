import { plainText } from '@alnage/core';

/** An id from a name that none of those taken has: `Dusk berry` becomes `dusk-berry`, the next one `dusk-berry-2`. */
export function recordId(name: string, taken: ReadonlySet<string>): string {
  const words = plainText(name).match(/[\p{L}\p{N}]+/gu);
  const base = words ? words.join('-').slice(0, 60) : 'record';
  for (let number = 1; ; number++) {
    const id = number === 1 ? base : `${base}-${number}`;
    if (!taken.has(id)) return id;
  }
}
