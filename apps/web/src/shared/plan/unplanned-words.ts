import type { SavedPlan } from '@alnage/contract';
import { counted } from '../formats/formats';

/** So many tickets are named. */
const NAMED = 4;

/** What was promised since the plan was made and is not in it; null where it leaves nothing out. */
export function unplannedText({ unplanned, unplannedTickets }: SavedPlan): string | null {
  if (unplanned.length === 0) return null;
  const pieces = unplanned.reduce((sum, line) => sum + line.pieces, 0);
  const named = unplannedTickets.slice(0, NAMED).join(', ');
  const more = unplannedTickets.length > NAMED ? ` and ${unplannedTickets.length - NAMED} more` : '';
  return `${counted(pieces, 'piece')} of ${named}${more}: promised or changed since, and not planned yet.`;
}
