import type { Person, Piece } from '@alnage/contract';

/** Skills that every workshop has work for. */
const USUAL = ['prep', 'cook', 'temper', 'dip', 'finish', 'pack', 'counter'] as const;

/** Every skill that a stage asks for or somebody has, the usual ones first. */
export function knownSkills(
  pieces: readonly Pick<Piece, 'route'>[],
  people: readonly Pick<Person, 'skills'>[],
): string[] {
  const asked = pieces.flatMap(({ route }) => route.map(({ skill }) => skill));
  return [...new Set<string>([...USUAL, ...asked, ...people.flatMap(({ skills }) => skills)])];
}
