import { FormControl, FormGroup } from '@angular/forms';
import type { RouteStage } from '@alnage/contract';
import type { CoatRole } from '@alnage/core/coating';
import { NumberControl } from '../../shared/forms/number-control';
import { nameControl } from '../../shared/forms/text-field';

const WHOLE = { min: 0, max: 1_000_000, isInteger: true } as const;
const RUN = { min: 1, max: 1_000_000, isInteger: true } as const;
const TRAY = { min: 1, max: 10_000, isInteger: true } as const;

/** Berries stand in the room for so long before they go to the cold. */
const FIRST_MINUTES = 5;

export type StageForm = ReturnType<typeof stageForm>;

const plain = <T>(value: T) => new FormControl<T>(value, { nonNullable: true });

/** One stage of a route; waits are kept in minutes. */
export function stageForm(stage: RouteStage) {
  const { rest } = stage;
  return new FormGroup({
    id: plain(stage.id),
    name: nameControl(stage.name),
    skill: plain(stage.skill),
    fixedMinutes: new NumberControl(stage.fixedMinutes, WHOLE),
    secondsPerPiece: new NumberControl(stage.secondsPerPiece, WHOLE),
    maxRunMinutes: new NumberControl(stage.maxRunMinutes, RUN, { isOptional: true }),
    coat: plain<CoatRole | null>(stage.coat),
    zone: plain(rest.zone),
    piecesPerTray: new NumberControl(rest.piecesPerTray, TRAY),
    /** Where its trays lie first; empty: straight where they stay. */
    firstZone: plain(rest.first?.zone ?? ''),
    firstMinutes: new NumberControl(rest.first?.minutes ?? FIRST_MINUTES, RUN),
    minMinutes: new NumberControl(rest.minMinutes, WHOLE),
    maxMinutes: new NumberControl(rest.maxMinutes, WHOLE),
  });
}

export function stageOf({ controls: c }: StageForm): RouteStage {
  return {
    id: c.id.value,
    name: c.name.value.trim(),
    skill: c.skill.value,
    fixedMinutes: c.fixedMinutes.number,
    secondsPerPiece: c.secondsPerPiece.number,
    maxRunMinutes: c.maxRunMinutes.value,
    coat: c.coat.value,
    rest: {
      zone: c.zone.value,
      piecesPerTray: c.piecesPerTray.number,
      minMinutes: c.minMinutes.number,
      maxMinutes: c.maxMinutes.number,
      ...(c.firstZone.value && { first: { zone: c.firstZone.value, minutes: c.firstMinutes.number } }),
    },
  };
}

/** How the stage that puts on a coat starts; times are shop defaults. */
const COAT_STAGES: Readonly<Record<CoatRole, { id: string; name: string; skill: string; seconds: number }>> =
  {
    first: { id: 'dip', name: 'Dip', skill: 'dip', seconds: 14 },
    second: { id: 'second-dip', name: 'Second dip', skill: 'dip', seconds: 12 },
    shell: { id: 'mould', name: 'Mould', skill: 'dip', seconds: 24 },
    cap: { id: 'cap', name: 'Cap', skill: 'dip', seconds: 8 },
    mix: { id: 'mix', name: 'Mix and scoop', skill: 'dip', seconds: 15 },
    cast: { id: 'cast', name: 'Spoon into moulds', skill: 'dip', seconds: 12 },
    poured: { id: 'pour', name: 'Pour', skill: 'dip', seconds: 4 },
    drizzle: { id: 'drizzle', name: 'Drizzle', skill: 'dip', seconds: 3 },
  };

/** Coats of which a piece has exactly one: the one that its form puts on first. */
const FIRST_COATS: readonly (CoatRole | null)[] = ['first', 'shell', 'mix', 'cast', 'poured'];

/** A stage that puts on a coat, resting in a zone. */
export function coatStage(coat: CoatRole, zone: string): RouteStage {
  const { id, name, skill, seconds } = COAT_STAGES[coat];
  const rest = { zone, piecesPerTray: 30, minMinutes: 15, maxMinutes: 1440 };
  return { id, name, skill, fixedMinutes: 4, secondsPerPiece: seconds, maxRunMinutes: 60, coat, rest };
}

export function packStage(zone: string): RouteStage {
  const rest = { zone, piecesPerTray: 36, minMinutes: 0, maxMinutes: 2880 };
  return {
    id: 'pack',
    name: 'Pack',
    skill: 'pack',
    fixedMinutes: 3,
    secondsPerPiece: 5,
    maxRunMinutes: 60,
    coat: null,
    rest,
  };
}

/** A stage that fills shells: hands alone. */
function fillStage(zone: string): RouteStage {
  const rest = { zone, piecesPerTray: 30, minMinutes: 30, maxMinutes: 1440 };
  const work = { skill: 'dip', fixedMinutes: 4, secondsPerPiece: 6, maxRunMinutes: 60, coat: null };
  return { id: 'fill', name: 'Fill', ...work, rest };
}

/** A stage in which a piece without a coat is made and rolled. */
function makeStage(zone: string): RouteStage {
  const rest = { zone, piecesPerTray: 30, minMinutes: 15, maxMinutes: 1440 };
  const work = { skill: 'dip', fixedMinutes: 4, secondsPerPiece: 10, maxRunMinutes: 60, coat: null };
  return { id: 'make', name: 'Make and roll', ...work, rest };
}

/** A stage that puts on another coat now; what nobody typed of it stands as that one starts. */
function asCoat(stage: RouteStage, coat: CoatRole): RouteStage {
  const before = stage.coat && COAT_STAGES[stage.coat];
  const { name, seconds } = COAT_STAGES[coat];
  if (coat === stage.coat || !before) return { ...stage, coat };
  return {
    ...stage,
    coat,
    name: stage.name === before.name ? name : stage.name,
    secondsPerPiece: stage.secondsPerPiece === before.seconds ? seconds : stage.secondsPerPiece,
  };
}

/** The stages with one for each of these coats: what is missing is put in after the last coat, what is too many goes. */
export function fitStages(stages: readonly RouteStage[], roles: readonly CoatRole[]): RouteStage[] {
  const first = roles.find((role) => FIRST_COATS.includes(role));
  const kept = stages
    .map((stage) => (first && FIRST_COATS.includes(stage.coat) ? asCoat(stage, first) : stage))
    .filter(({ coat }) => coat === null || roles.includes(coat));
  const zone = kept.at(-1)?.rest.zone ?? '';
  const fitted = roles.reduce((all, role) => {
    if (all.some(({ coat }) => coat === role)) return all;
    const last = all.findLastIndex(({ coat }) => coat !== null);
    const at = last < 0 ? Math.max(0, all.length - 1) : last + 1;
    // a cap of its own closes on a filling
    const before = role === 'cap' && !all.some(({ id }) => id === 'fill') ? [fillStage(zone)] : [];
    return all.toSpliced(at, 0, ...before, coatStage(role, zone));
  }, kept);
  // what stays bare is made all the same
  return roles.length === 0 && !fitted.some(({ id }) => id !== 'pack')
    ? [makeStage(zone), ...fitted]
    : fitted;
}
