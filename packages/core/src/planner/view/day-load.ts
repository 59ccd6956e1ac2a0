import type { Catalogue } from '../catalogue';
import type { Plan, Span } from '../problem';
import { roomStays, stockStays } from './room-stays';
import { minutesIn, union } from './spans';
import { mostTrays } from '../zone-trays';
import { trayProfile } from './tray-profile';

/** What is asked of one resource on one day, against what there is of it, in the resource's own unit. */
export interface ResourceLoad {
  readonly resource: 'hands' | 'bowls' | 'room';
  /** The zone's id for room, else null. */
  readonly zone: string | null;
  readonly used: number;
  readonly available: number;
  /** used/available; 0 where there is neither. */
  readonly share: number;
}

export interface DayLoad {
  readonly day: Span;
  readonly loads: readonly ResourceLoad[];
  /** The load with the largest share. */
  readonly scarcest: ResourceLoad;
}

/**
 * Load against capacity for each day: hands and bowls in minutes (a bowl is there while somebody is), trays at the
 * day's peak of each zone. Days are spans in minutes from the horizon's start.
 */
export function dayLoads(catalogue: Catalogue, plan: Plan, days: readonly Span[]): DayLoad[] {
  const tasks = plan.batches.flatMap((batch) => batch.stages.map((task): Span => [task.start, task.end]));
  const setups = plan.melts.map((melt): Span => [melt.setupStart, melt.setupEnd]);
  const owned = plan.melts.map((melt): Span => [melt.setupStart, melt.closed]);
  const shifts = catalogue.problem.people.flatMap((person) => person.shifts);
  const profiles = zoneProfiles(catalogue, plan);
  return days.map((day) => {
    const hands = load('hands', minutesIn([...tasks, ...setups], day), minutesIn(shifts, day));
    const open = minutesIn(union(shifts), day) * catalogue.problem.melters.length;
    const bowls = load('bowls', minutesIn(owned, day), open);
    const rooms = profiles.map(({ zone, profile }): ResourceLoad => {
      const steps = profile.filter((step) => step.from < day[1] && step.to > day[0]);
      const there = mostTrays(
        catalogue.problem.zones.find(({ id }) => id === zone)!,
        day,
      );
      return { ...load('room', Math.max(0, ...steps.map((step) => step.trays)), there), zone };
    });
    const loads = [hands, bowls, ...rooms];
    return { day, loads, scarcest: loads.reduce((most, each) => (each.share > most.share ? each : most)) };
  });
}

/** Each zone's trays over time. */
export function zoneProfiles(
  catalogue: Catalogue,
  plan: Plan,
): { zone: string; trays: number; profile: ReturnType<typeof trayProfile> }[] {
  const batches = plan.batches.flatMap((batch) => roomStays(catalogue, batch));
  const stays = [...batches, ...stockStays(catalogue, plan.fromStock ?? [])];
  return catalogue.problem.zones.map((zone) => ({
    zone: zone.id,
    trays: zone.trays,
    profile: trayProfile(stays.filter((stay) => stay.zone === zone.id)),
  }));
}

function load(resource: ResourceLoad['resource'], used: number, available: number): ResourceLoad {
  return { resource, zone: null, used, available, share: loadShare(used, available) };
}

/** What is used of what there is; 0 where there is neither, Infinity where something is used of nothing. */
export function loadShare(used: number, available: number): number {
  if (used === 0) return 0;
  return available === 0 ? Infinity : used / available;
}
