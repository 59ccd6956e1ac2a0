import type { SeasonFigures, Workshop } from '@alnage/contract';
import { loadShare, packingLoads, zonePeak, type DayLoad, type Span } from '@alnage/core/planner';
import { loadStanding, type LoadStanding } from '../shared/ell/ell-days';
import { count, counted, duration, listed, percent } from '../shared/formats/formats';
import { WallTime } from '../shared/formats/wall-time';
import type { PlanWords } from '../shared/plan/plan-names';
import type { PlanViews } from '../state/plan.state';

/** What one resource is asked for on one day, against what there is. */
export interface LoadCell {
  readonly share: number;
  readonly standing: LoadStanding;
  /** 83% */
  readonly figure: string;
  /** 43 h 20 of 61 h */
  readonly detail: string;
}

/** One resource over the days; null where nothing can be said of a day. */
export interface LoadRow {
  readonly key: string;
  readonly name: string;
  readonly unit: string;
  readonly cells: readonly (LoadCell | null)[];
}

export interface LoadInput {
  readonly workshop: Workshop;
  readonly figures: SeasonFigures;
  readonly loads: readonly DayLoad[];
  /** Null while nothing is planned: only what is promised can be held against capacity then. */
  readonly views: PlanViews | null;
}

type Worded = (used: number, available: number) => string;

const hours: Worded = (used, available) => `${duration(used)} of ${duration(available)}`;
const things =
  (thing: string): Worded =>
  (used, available) =>
    `${count(used)} of ${counted(available, thing)}`;

/** Load against capacity by resource and day: what the plan asks for, and what the slots hand over. */
export function loadRows(input: LoadInput): LoadRow[] {
  const { workshop, figures, loads } = input;
  const row = (
    [key, name, unit]: readonly [string, string, string],
    of: (day: DayLoad) => { used: number; available: number } | undefined,
    words: Worded,
  ): LoadRow => ({ key, name, unit, cells: loads.map((day) => cellOf(of(day), words)) });
  const zones = workshop.zones.filter(({ id }) =>
    loads.some((day) => day.loads.some(({ zone, used }) => zone === id && used > 0)),
  );
  return [
    ...(loads.length > 0
      ? [
          row(
            ['hands', 'Hands', 'hours'],
            (day) => day.loads.find((each) => each.resource === 'hands'),
            hours,
          ),
          row(
            ['bowls', 'Bowls', 'in use'],
            (day) => day.loads.find((each) => each.resource === 'bowls'),
            hours,
          ),
        ]
      : []),
    ...zones.map(({ id, name }) =>
      row([id, name, 'trays'], (day) => day.loads.find(({ zone }) => zone === id), things('tray')),
    ),
    ...(input.views ? [packingRow(input, input.views)] : []),
    {
      key: 'handover',
      name: 'Handover',
      unit: 'boxes',
      cells: figures.days.map(({ handover }) =>
        handover ? cellOf({ used: handover.boxes, available: handover.room }, things('box')) : null,
      ),
    },
  ];
}

function packingRow({ figures, loads }: LoadInput, views: PlanViews): LoadRow {
  const days = loads.map(({ day }, index) => ({
    span: day,
    boxSeconds: figures.days[index]?.packingSeconds ?? 0,
  }));
  const packing = packingLoads(views.catalogue, views.saved.plan, days);
  return {
    key: 'packing',
    name: 'Packing',
    unit: 'hours',
    cells: packing.map((load) => cellOf(load, hours)),
  };
}

function cellOf(load: { used: number; available: number } | undefined, words: Worded): LoadCell | null {
  if (!load) return null;
  const { used, available } = load;
  const share = loadShare(used, available);
  return {
    share,
    standing: loadStanding(share),
    figure: available === 0 && used === 0 ? '–' : percent(share),
    detail: words(used, available),
  };
}

/** The day that is asked about first: the fullest of those still to come. */
export function hardestDay(rows: readonly LoadRow[], firstToCome: number): number {
  const days = rows[0]?.cells.length ?? 0;
  let [hardest, most] = [Math.min(firstToCome, Math.max(0, days - 1)), -1];
  for (let day = firstToCome; day < days; day++) {
    const share = Math.max(0, ...rows.map(({ cells }) => cells[day]?.share ?? 0));
    if (share > most) [hardest, most] = [day, share];
  }
  return hardest;
}

/** What is to be told of one day. */
export interface DayStory {
  readonly title: string;
  readonly sentences: readonly string[];
  readonly facts: readonly {
    readonly name: string;
    readonly detail: string;
    readonly standing: LoadStanding;
  }[];
}

const STORY: Readonly<Record<LoadStanding, string>> = {
  over: 'is short of',
  full: 'is nearly full for',
  free: 'has room',
};

export interface StoryInput extends LoadInput {
  readonly rows: readonly LoadRow[];
  readonly day: number;
  readonly words: PlanWords | null;
}

/** A day in words: what is scarcest, when it is fullest and with what, and its fullest slot. */
export function dayStory(input: StoryInput): DayStory {
  const { rows, day, workshop, figures } = input;
  const wall = new WallTime(workshop.timeZone);
  const season = workshop.season!.days[day]!;
  const told = rows.flatMap((row) => (row.cells[day] ? [{ row, cell: row.cells[day] }] : []));
  const scarcest = told.reduce<(typeof told)[number] | null>(
    (most, each) => (most && most.cell.share >= each.cell.share ? most : each),
    null,
  );
  const name = wall.weekday(Date.parse(season.start));
  const { orders = 0, pieces = 0 } = figures.days[day] ?? {};
  return {
    title: titleOf(name, scarcest),
    sentences: [
      orders === 0
        ? 'Nothing is collected that day.'
        : `${counted(orders, 'order')} with ${counted(pieces, 'piece')} ${orders === 1 ? 'is' : 'are'} collected.`,
      ...(scarcest ? peakSentence(input, scarcest.row.key) : []),
      ...slotSentence(input, wall),
    ],
    facts: told.map(({ row, cell }) => ({ name: row.name, detail: cell.detail, standing: cell.standing })),
  };
}

function titleOf(name: string, scarcest: { row: LoadRow; cell: LoadCell } | null): string {
  if (!scarcest || scarcest.cell.standing === 'free') return `${name} ${STORY.free}`;
  return `${name} ${STORY[scarcest.cell.standing]} ${scarcest.row.name.toLowerCase()}`;
}

/** When the zone is fullest, and whose trays lie in it then. */
function peakSentence({ views, words, loads, day }: StoryInput, zone: string): string[] {
  const span: Span | undefined = loads[day]?.day;
  if (!views || !words || !span || !views.catalogue.problem.zones.some(({ id }) => id === zone)) return [];
  const peak = zonePeak(views.catalogue, views.saved.plan, { zone, day: span });
  if (!peak) return [];
  const holders = peak.holders.map(({ product, trays }) => `${count(trays)} ${words.piece(product)}`);
  return [
    `The ${words.zone(zone)} is fullest from ${words.clock(peak.from)} to ${words.near(peak.to, peak.from)}: ${counted(peak.trays, 'tray')}, of which ${listed(holders)}.`,
  ];
}

function slotSentence({ figures, day, workshop }: StoryInput, wall: WallTime): string[] {
  const withRoom = (figures.days[day]?.slots ?? []).filter(({ room }) => room !== null && room > 0);
  if (withRoom.length === 0) return [];
  const fullest = withRoom.reduce((most, slot) =>
    slot.boxes / slot.room! > most.boxes / most.room! ? slot : most,
  );
  const point = workshop.pickupPoints.find(({ id }) => id === fullest.point)?.name ?? fullest.point;
  return [
    `The fullest slot is ${wall.time(Date.parse(fullest.at))} at ${inSentence(point)}: ${count(fullest.boxes)} of ${counted(fullest.room!, 'box')}.`,
  ];
}

/** A name in the middle of a sentence: the shop. */
function inSentence(name: string): string {
  return name.startsWith('The ') ? `the ${name.slice(4)}` : name;
}
