import type { Melter } from './problem';

/** The id of the melt that stands for what a bowl holds at `now`. */
export function heldMelt({ id }: Pick<Melter, 'id'>): string {
  return `holds:${id}`;
}
