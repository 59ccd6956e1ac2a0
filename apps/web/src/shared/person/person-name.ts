import type { Workshop } from '@alnage/contract';
import { personHere } from './person';

/** Who is at this screen, by name; '' where nobody said. */
export function personName(workshop: Workshop | null): string {
  return workshop?.people.find(({ id }) => id === personHere())?.name ?? '';
}
