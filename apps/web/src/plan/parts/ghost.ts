import type { OpenLane } from '@alnage/core/planner';
import type { PlanWords } from '../../shared/plan/plan-names';
import type { Ghost } from '../draw/draw-ghost';
import type { InHand } from '../plan-move.store';
import type { Lane } from '../scene/scene-shapes';

/** The batch in hand as it is drawn, with the places that are open to it; null where its lane is not drawn. */
export function ghostOf(
  { to, minutes }: InHand,
  words: PlanWords,
  about: { readonly lanes: readonly Lane[]; readonly open: readonly OpenLane[]; readonly isAllowed: boolean },
): Ghost | null {
  const laneOf = ({ melter, person }: Pick<OpenLane, 'melter' | 'person'>): Lane | undefined =>
    about.lanes.find(({ kind, id }) =>
      melter === undefined ? kind === 'person' && id === person : kind === 'bowl' && id === melter,
    );
  const lane = laneOf(to);
  if (!lane) return null;
  const open = about.open.flatMap((each) => {
    const found = laneOf(each);
    return found
      ? each.open.map(([from, until]) => ({ from: from - minutes, to: until, ...inset(found) }))
      : [];
  });
  const { isAllowed } = about;
  const label = words.span(to.end - minutes, to.end);
  return { ...inset(lane), start: to.end - minutes, end: to.end, isAllowed, open, label };
}

function inset({ y, bottom }: Lane): { y: number; height: number } {
  return { y: y + 6, height: bottom - y - 14 };
}
