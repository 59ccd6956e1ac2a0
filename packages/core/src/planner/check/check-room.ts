import { leastTrays } from '../zone-trays';
import { roomStays, stockStays } from '../view/room-stays';
import { trayProfile } from '../view/tray-profile';
import type { Catalogue } from '../catalogue';
import type { SoundPlan } from './check-shape';
import type { Report } from './finding';

/**
 * Rule 3.8 [zone]: at no minute do more trays lie in a zone than it has, unless all of them are begun work and stock,
 * which are facts. Returns each zone's peak.
 */
export function checkRoom(
  catalogue: Catalogue,
  plan: SoundPlan,
  report: Report,
): Record<string, { peak: number; trays: number }> {
  const fixed = new Set((catalogue.problem.fixed?.batches ?? []).map(({ id }) => id));
  const planned = plan.batches.flatMap((batch) => roomStays(catalogue, batch));
  const stays = [...planned, ...stockStays(catalogue, plan.fromStock)];
  const added = planned.filter(({ batch }) => !fixed.has(batch));
  return Object.fromEntries(
    catalogue.problem.zones.map((zone) => {
      const profile = trayProfile(stays.filter((stay) => stay.zone === zone.id));
      for (const step of profile) {
        const trays = leastTrays(zone, [step.from, step.to]);
        if (step.trays > trays && added.some((stay) => stay.zone === zone.id && overlaps(stay, step)))
          report(
            'zone',
            `zone ${zone.id}`,
            `${step.trays} of ${trays} trays from ${step.from} to ${step.to}`,
          );
      }
      return [zone.id, { peak: Math.max(0, ...profile.map((step) => step.trays)), trays: zone.trays }];
    }),
  );
}

function overlaps(stay: Stretch, step: Stretch): boolean {
  return stay.from < step.to && step.from < stay.to;
}

interface Stretch {
  readonly from: number;
  readonly to: number;
}
