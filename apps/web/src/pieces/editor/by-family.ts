import type { PieceDraft, Workshop } from '@alnage/contract';
import { duration, listed } from '../../shared/formats/formats';
import { FAMILY_WORDS, familyStart } from './new-piece';

/** What a family has set of a draft and still stands so, in one sentence; '' where nothing does. */
export function byFamilyText(draft: PieceDraft, workshop: Workshop): string {
  const start = familyStart(draft.family, workshop);
  const { holdMinutes, eatWithinMinutes } = start.keeping;
  const isKept = (Object.keys(start.keeping) as (keyof typeof start.keeping)[]).every(
    (key) => draft.keeping[key] === start.keeping[key],
  );
  const zone = workshop.zones.find(({ id }) => id === start.zone);
  const liesThere = draft.route.length > 0 && draft.route.every(({ rest }) => rest.zone === start.zone);
  const declares =
    start.allergens.length > 0 && start.allergens.join() === draft.allergens.join() ? start.allergens : [];
  const told = [
    ...(isKept
      ? [`holds ${duration(holdMinutes)} to pickup, eaten within ${duration(eatWithinMinutes)}`]
      : []),
    ...(zone && liesThere ? [`lies in the ${zone.name.toLowerCase()}`] : []),
    ...(declares.length > 0 ? [`likely declares ${listed(declares)}: see the packet`] : []),
  ];
  const family = FAMILY_WORDS[draft.family];
  return told.length === 0
    ? ''
    : `Set by its family, ${family}: ${told.join('; ')}. Change what is otherwise.`;
}
