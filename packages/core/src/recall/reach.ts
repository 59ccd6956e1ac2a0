import type {
  Reached,
  ReachedBy,
  RecallOrigin,
  TracedPreparation,
  TracedStay,
  TracedWork,
  TraceFacts,
} from './traced';

const ASKED: ReachedBy = { kind: 'asked' };

/**
 * Where something leads that is not to be eaten: from a lot, a batch, a bowl, a person, a zone or a span of time to lots, melts, batches and
 * what orders were packed in. A bowl mixes what is put into it: what reaches one run of a melt reaches all that was dipped from it, and what
 * that left over as a lot of its own reaches what that went into, melt by melt. A batch, a zone and a span of time alone reach just what
 * was made or lay there then; asked about nothing, nothing is reached. What nobody wrote the lot down of, though it could have been that one, is reached as “perhaps”.
 * Source: shop default; one step back and one forward is what food law asks as a rule.
 */
export function reach(facts: TraceFacts, origin: RecallOrigin): Reached {
  const reaching = new Reaching(facts);
  if (Object.values(origin).every((value) => value === null)) return reaching;
  reaching.begin(origin);
  reaching.followLots(origin.lot);
  reaching.suspect(origin);
  return reaching;
}

/** What the facts say of lots and melts, walked along. */
class Reaching implements Reached {
  readonly lots = new Map<string, ReachedBy>();
  readonly batches = new Map<string, ReachedBy>();
  readonly melts = new Map<string, ReachedBy>();
  readonly orders = new Map<string, ReachedBy>();
  private readonly byMelt: ReadonlyMap<string, readonly TracedWork[]>;
  private readonly worksByLot: ReadonlyMap<string, readonly TracedWork[]>;

  constructor(private readonly facts: TraceFacts) {
    this.byMelt = grouped(facts.works, ({ melt }) => (melt === null ? [] : [melt]));
    this.worksByLot = grouped(facts.works, ({ lots, meltLots }) => [...lots, ...meltLots]);
  }

  /** What was asked about, with all that a melt mixed with it. */
  begin(origin: RecallOrigin): void {
    const { facts } = this;
    const { lot } = origin;
    if (lot !== null) this.lots.set(lot, ASKED);
    const by: ReachedBy = lot === null ? ASKED : { kind: 'lot', lot };
    for (const work of worksOf(facts, origin)) {
      this.reachBatch(work.batch, by);
      if (isMixed(work, origin)) this.reachMelt(work, by);
    }
    for (const { batch } of preparationsOf(facts, origin)) this.reachBatch(batch, by);
    const lay = isOnlyOf(origin, 'zone') ? staysOf(facts, origin) : [];
    for (const { batch } of lay) this.reachBatch(batch, by);
    if (lot !== null && isOnlyOf(origin, 'lot')) this.reachBoxes(lot);
  }

  reachBatch(batch: string | null, by: ReachedBy): void {
    if (batch !== null && !this.batches.has(batch)) this.batches.set(batch, by);
  }

  /** All that was dipped from the melt of a work, and what that left over. */
  reachMelt({ id, melt }: TracedWork, by: ReachedBy): void {
    if (melt === null || this.melts.has(melt)) return;
    this.melts.set(melt, by);
    for (const other of this.byMelt.get(melt) ?? []) {
      this.reachBatch(other.batch, { kind: 'melt', work: id });
      const { leftoverLot } = other;
      if (leftoverLot !== null && !this.lots.has(leftoverLot))
        this.lots.set(leftoverLot, { kind: 'left-over', work: other.id });
    }
  }

  reachBoxes(lot: string): void {
    for (const { order, lots } of this.facts.boxes)
      if (lots.includes(lot) && !this.orders.has(order)) this.orders.set(order, { kind: 'lot', lot });
  }

  /** What was left over goes on; what was asked about has been followed. */
  followLots(asked: string | null): void {
    // the map grows while it is walked: what is reached leaves something over as well
    for (const lot of this.lots.keys()) {
      if (lot === asked) continue;
      const by: ReachedBy = { kind: 'lot', lot };
      for (const work of this.worksByLot.get(lot) ?? []) {
        this.reachBatch(work.batch, by);
        if (work.meltLots.includes(lot)) this.reachMelt(work, by);
      }
      for (const { batch, lots } of this.facts.preparations)
        if (lots.includes(lot)) this.reachBatch(batch, by);
      this.reachBoxes(lot);
    }
  }

  /** What went in of an item whose lot nobody wrote down, while one that is reached was there. */
  suspect(origin: RecallOrigin): void {
    const reached = this.facts.lots.filter(({ id }) => this.lots.has(id));
    for (const work of this.facts.works.filter(({ unknownItems }) => unknownItems.length > 0)) {
      const lot = reached.find(
        ({ item, from, until }) =>
          work.unknownItems.includes(item) && from <= work.until && work.from <= until,
      );
      // what was asked about one lot within bounds is not suspected beyond them
      if (!lot || (lot.id === origin.lot && !isWithin(work, origin))) continue;
      const by: ReachedBy = { kind: 'perhaps', lot: lot.id };
      this.reachBatch(work.batch, by);
      if (work.melt !== null && !this.melts.has(work.melt)) this.melts.set(work.melt, by);
    }
  }
}

/** Whether what is asked about was in the melt, and not only in a piece. */
function isMixed({ meltLots }: TracedWork, { lot, bowl, person }: RecallOrigin): boolean {
  if (lot !== null) return meltLots.includes(lot);
  return bowl !== null || person !== null;
}

function worksOf(facts: TraceFacts, origin: RecallOrigin): TracedWork[] {
  const { lot, batch, zone } = origin;
  // where something lay says nothing of works
  if (isOnlyOf(origin, 'zone')) return [];
  const lay = zone === null ? null : new Set(staysOf(facts, origin).map((stay) => stay.batch));
  return facts.works.filter(
    (work) =>
      isWithin(work, origin) &&
      (batch === null || work.batch === batch) &&
      (lot === null || work.lots.includes(lot) || work.meltLots.includes(lot)) &&
      (lay === null || (work.batch !== null && lay.has(work.batch))),
  );
}

function preparationsOf(facts: TraceFacts, origin: RecallOrigin): TracedPreparation[] {
  const { lot, batch, bowl, person, zone } = origin;
  if (bowl !== null || isOnlyOf(origin, 'zone')) return [];
  const lay = zone === null ? null : new Set(staysOf(facts, origin).map((stay) => stay.batch));
  return facts.preparations.filter(
    (made) =>
      (lot === null || made.lots.includes(lot)) &&
      (batch === null || made.batch === batch) &&
      (person === null || made.person === person) &&
      (lay === null ? isInSpan(made.at, made.at, origin) : lay.has(made.batch)),
  );
}

/** Stays in the zone that is asked about, within the span of time; none where no zone is. */
function staysOf({ stays }: TraceFacts, origin: RecallOrigin): TracedStay[] {
  const { zone, batch } = origin;
  if (zone === null) return [];
  return stays.filter(
    (stay) =>
      stay.zone === zone &&
      (batch === null || stay.batch === batch) &&
      isInSpan(stay.from, stay.until, origin),
  );
}

/** Whether it is the bowl, the person and the time that are asked about; with a zone the time is that of lying there. */
function isWithin(work: TracedWork, origin: RecallOrigin): boolean {
  const { bowl, person, zone } = origin;
  return (
    (bowl === null || work.bowl === bowl) &&
    (person === null || work.people.includes(person)) &&
    (zone !== null || isInSpan(work.from, work.until, origin))
  );
}

function isInSpan(from: number, until: number, span: Pick<RecallOrigin, 'from' | 'until'>): boolean {
  return until >= (span.from ?? -Infinity) && from <= (span.until ?? Infinity);
}

/** Whether nothing else is asked about, but for the time where it is a zone. */
function isOnlyOf(origin: RecallOrigin, what: 'lot' | 'zone'): boolean {
  const { from, until, ...rest } = origin;
  const others = Object.entries(rest).filter(([name]) => name !== what);
  const isAlone = others.every(([, value]) => value === null) && rest[what] !== null;
  return isAlone && (what === 'zone' || (from === null && until === null));
}

function grouped(
  works: readonly TracedWork[],
  keysOf: (work: TracedWork) => readonly string[],
): Map<string, TracedWork[]> {
  const groups = new Map<string, TracedWork[]>();
  for (const work of works)
    for (const key of new Set(keysOf(work))) {
      const known = groups.get(key);
      if (known) known.push(work);
      else groups.set(key, [work]);
    }
  return groups;
}
