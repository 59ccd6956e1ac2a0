import type { Melt, Melter } from './problem';

const HELD = 'holds:';

/** The id of the melt that stands for what a bowl holds at `now`. */
export function heldMelt({ id }: Pick<Melter, 'id'>): string {
  return `${HELD}${id}`;
}

/** The bowl of each melt of a plan by the melt’s id, what bowls hold at `now` included. */
export function bowlsOf(
  melts: readonly Pick<Melt, 'id' | 'melter'>[],
): (melt: string | null) => string | undefined {
  const own = new Map(melts.map(({ id, melter }) => [id, melter]));
  return (melt) => own.get(melt!) ?? (melt?.startsWith(HELD) ? melt.slice(HELD.length) : undefined);
}
