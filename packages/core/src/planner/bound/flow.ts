import { gramsPerPiece, leastStartShare, stageMinutes } from '../amounts';
import type { CompiledLine, CompiledProblem, CompiledProduct, CompiledStage } from '../engine/compiled';
import { zoneTrays } from '../zone-trays';
import { Grid } from './grid';
import { LinearProgram, Sum } from './linear-program';

/** Pieces of one product that are due at the same minute and leave at the same minute. */
interface Pickup {
  readonly due: number;
  readonly leave: number;
  readonly pieces: number;
  readonly missing: number;
}

/** One perishable product on its way: for each stage the pieces worked on by the end of each bucket. */
interface Stream {
  readonly product: CompiledProduct;
  readonly pickups: readonly Pickup[];
  /** Most minutes that one batch takes at each stage. */
  readonly longest: readonly number[];
  readonly first: number;
  readonly last: number;
  /** `worked[k][bucket - first]` */
  readonly worked: readonly (readonly number[])[];
}

export interface FlowSettings {
  /** What a missing piece of a line costs. */
  readonly missingPrice: (line: CompiledLine) => number;
  /**
   * How much later than it is worked on a piece’s clock is taken to start, as a share of the longest batch: from a half,
   * which is true by and large of what is old, to 1, which is true of all.
   */
  readonly lateness: number;
}

/** A break of more minutes than this is taken for a night. */
const NIGHT = 240;

/**
 * The flow of perishable pieces through hands, bowls and trays as a linear programme. A piece is worked on at some moment
 * of its batch; its batch ends later by no more than a batch is long, on average by half of that.
 */
export class Flow {
  readonly program = new LinearProgram();
  /** What the programme counts too much, because a batch ends after its pieces are worked on. */
  credit = 0;
  private readonly grid: Grid;
  private readonly hands: Sum[][];
  private readonly dips: Sum[];
  private readonly grams: Sum[][];
  private readonly streams: Stream[] = [];

  constructor(
    private readonly compiled: CompiledProblem,
    products: readonly CompiledProduct[],
    private readonly how: FlowSettings,
  ) {
    const { problem, coatings } = compiled;
    this.grid = new Grid(problem);
    const { buckets } = this.grid;
    this.hands = buckets.map(({ people }) => people.map(() => new Sum()));
    this.dips = buckets.map(() => new Sum());
    this.grams = coatings.map(() => buckets.map(() => new Sum()));
    for (const product of products) {
      const stream = this.open(product);
      if (stream) this.addStream(stream);
    }
    this.addSetups();
    this.limitHandsAndBowls();
    this.limitTrays();
  }

  private open(product: CompiledProduct): Stream | null {
    const pickups = this.pickupsOf(product);
    if (pickups.length === 0) return null;
    const longest = product.stages.map((stage) => this.longestRun(product, stage));
    const { stages, clock, life } = product;
    let lead = life + longest[clock]!;
    for (let k = 0; k < clock; k++) lead += stages[k]!.maxWait + longest[k]!;
    const first = Math.max(0, this.grid.overBy(Math.min(...pickups.map(({ due }) => due)) - lead) + 1);
    const last = this.grid.begunBy(Math.max(...pickups.map(({ leave }) => leave)));
    const count = Math.max(0, last - first + 1);
    const worked = stages.map(() => Array.from({ length: count }, () => this.program.variable()));
    return { product, pickups, longest, first, last, worked };
  }

  private pickupsOf(product: CompiledProduct): Pickup[] {
    const groups = new Map<string, Pickup>();
    for (const line of this.compiled.lines) {
      if (line.product !== product.index) continue;
      const { due, leave, pieces } = line;
      const price = this.how.missingPrice(line);
      const key = `${due} ${leave} ${price}`;
      const group = groups.get(key);
      if (group) groups.set(key, { ...group, pieces: group.pieces + pieces });
      else groups.set(key, { due, leave, pieces, missing: this.program.variable(price) });
    }
    return [...groups.values()].sort((a, b) => a.leave - b.leave);
  }

  private longestRun(product: CompiledProduct, stage: CompiledStage): number {
    const { people } = this.compiled;
    const slowest = Math.max(100, ...stage.people.map((person) => people[person]!.pace));
    return Math.min(stage.maxRun, stageMinutes(stage, product.product.maxBatchPieces, slowest));
  }

  private addStream(stream: Stream): void {
    this.streams.push(stream);
    const { product } = stream;
    for (let k = 0; k < product.stages.length; k++) {
      this.addWork(stream, k);
      if (k > 0) this.addWaits(stream, k);
    }
    this.addClock(stream);
    this.addLeaving(stream);
  }

  /** What is worked on in each bucket takes hands, and coating where there is one. */
  private addWork({ product, first, last, worked }: Stream, k: number): void {
    const stage = product.stages[k]!;
    const { maxBatchPieces } = product.product;
    const started = leastStartShare(product.product);
    const perPiece = (started * ((60 * stage.fixedMinutes) / maxBatchPieces + stage.secondsPerPiece)) / 6000;
    for (let b = first; b <= last; b++) {
      const { people } = this.grid.buckets[b]!;
      const made = new Sum().add(1, worked[k]![b - first]!);
      if (b > first) made.add(-1, worked[k]![b - first - 1]!);
      const pieces = new Sum();
      people.forEach((person, i) => {
        if (!stage.people.includes(person)) return;
        const each = this.program.variable();
        pieces.add(1, each);
        const minutes = perPiece * this.compiled.people[person]!.pace;
        this.hands[b]![i]!.add(minutes, each);
        if (stage.coating >= 0) this.dips[b]!.add(minutes, each);
      });
      if (stage.coating >= 0)
        this.grams[stage.coating]![b]!.addAll(started * gramsPerPiece(stage.stage), pieces);
      this.program.equal(pieces.addAll(-1, made), 0);
    }
  }

  /** A piece is at stage `k` no sooner and no later than the wait before it lets it. */
  private addWaits(stream: Stream, k: number): void {
    const { product, first, last, longest } = stream;
    const { minWait, maxWait } = product.stages[k - 1]!;
    for (let b = first; b <= last; b++) {
      const { to } = this.grid.buckets[b]!;
      const here = this.at(stream, k, b);
      this.program.atMost(here.addAll(-1, this.at(stream, k - 1, this.grid.begunBy(to - minWait))), 0);
      const latest = to + longest[k - 1]! + maxWait + longest[k]!;
      const after = this.at(stream, k, this.grid.begunBy(latest));
      this.program.atLeast(after.addAll(-1, this.at(stream, k - 1, b)), 0);
    }
  }

  /** Pieces worked on at a stage by the end of a bucket. */
  private at({ first, last, worked }: Stream, k: number, bucket: number): Sum {
    const sum = new Sum();
    if (bucket >= first && last >= first) sum.add(1, worked[k]![Math.min(bucket, last) - first]!);
    return sum;
  }

  /** Shares the pieces of the clock’s stage out to the pickups, each bucket at what its age costs there. */
  private addClock(stream: Stream): void {
    const { product, pickups, first, last, longest } = stream;
    const { stages, clock, life, target } = product;
    const { agePieceHour } = this.compiled.problem.weights;
    const run = longest[clock]!;
    let after = 0;
    for (let k = clock; k < stages.length; k++) after += stages[k]!.minWait;
    const made = Array.from({ length: Math.max(0, last - first + 1) }, (_, i) =>
      this.at(stream, clock, first + i).addAll(-1, i > 0 ? this.at(stream, clock, first + i - 1) : new Sum()),
    );
    for (const { due, leave, pieces, missing } of pickups) {
      const met = new Sum().add(1, missing);
      for (let b = first; b <= last; b++) {
        const { from, to } = this.grid.buckets[b]!;
        if (to <= due - life - run || from >= leave - after) continue;
        const over = Math.max(0, due - to - target - run * this.how.lateness);
        const share = this.program.variable((agePieceHour * over) / 60);
        met.add(1, share);
        made[b - first]!.add(-1, share);
      }
      this.program.equal(met, pieces);
      // a piece that is just not too old may be counted as too old by chance
      this.credit += (agePieceHour * pieces * run * (1 - this.how.lateness) ** 2) / 2 / 60;
    }
    for (const sum of made) this.program.equal(sum, 0);
  }

  /** What leaves was packed by then, and nothing is packed that does not leave in time. */
  private addLeaving(stream: Stream): void {
    const { product, pickups, first, last, longest } = stream;
    const { minWait, maxWait } = product.stages.at(-1)!;
    const end = product.stages.length - 1;
    for (const { leave } of pickups) {
      const packed = this.at(stream, end, this.grid.begunBy(leave - minWait));
      const gone = this.gone(pickups, leave);
      this.program.atLeast(packed.addAll(-1, gone.pieces), gone.ordered);
    }
    for (let b = first; b <= last; b++) {
      const { to } = this.grid.buckets[b]!;
      const gone = this.gone(pickups, to + longest[end]! + maxWait);
      this.program.atMost(this.at(stream, end, b).addAll(-1, gone.pieces), gone.ordered);
    }
  }

  /** Pieces that have left by a minute: those ordered, and less than that by what is missing. */
  private gone(pickups: readonly Pickup[], minute: number): { ordered: number; pieces: Sum } {
    let ordered = 0;
    const pieces = new Sum();
    for (const pickup of pickups) {
      if (pickup.leave > minute) continue;
      ordered += pickup.pieces;
      pieces.add(-1, pickup.missing);
    }
    return { ordered, pieces };
  }

  /** Coating is melted and tempered before it is dipped in, and not long before. */
  private addSetups(): void {
    const { compiled, grid } = this;
    compiled.coatings.forEach(({ people }, c) => {
      if (this.grams[c]!.every(({ terms }) => terms.size === 0)) return;
      const each = grid.buckets.map((bucket, b) => {
        const sum = new Sum();
        bucket.people.forEach((person, i) => {
          if (!people.includes(person)) return;
          const minutes = this.program.variable();
          sum.add(1, minutes);
          this.hands[b]![i]!.add(1, minutes);
          this.dips[b]!.add(1, minutes);
        });
        return sum;
      });
      const minutesPerGram = this.setupPerGram(c);
      const reach = this.setupReach(c);
      for (const [from, to] of this.days()) {
        const opens = grid.overBy(grid.buckets[from]!.from - reach) + 1;
        const needed = new Sum();
        for (let b = opens; b < from; b++) needed.addAll(1, each[b]!);
        for (let b = from; b <= to; b++) {
          needed.addAll(1, each[b]!).addAll(-minutesPerGram, this.grams[c]![b]!);
          this.program.atLeast(needed, 0);
        }
      }
    });
  }

  /** The fewest minutes of set-up for a gram that is dipped: a full bowl, the tail shared by what is above it. */
  private setupPerGram(c: number): number {
    const { coating } = this.compiled.coatings[c]!;
    const { setupFixedMinutes, setupMinutesPerKg } = coating;
    const shares = this.compiled.bowls.map(
      ({ capacity, tails }) =>
        (setupFixedMinutes + (setupMinutesPerKg * tails[c]!) / 1000) / (capacity - tails[c]!),
    );
    return Math.min(...shares) + setupMinutesPerKg / 1000;
  }

  /** How long before a dip its melt’s set-up may begin at most. */
  private setupReach(c: number): number {
    const { coating } = this.compiled.coatings[c]!;
    const { changeovers } = this.compiled.problem;
    const cleaning = Math.max(changeovers.allergenMinutes, ...this.compiled.changeover);
    const largest = Math.max(...this.compiled.bowls.map(({ capacity }) => capacity));
    const minutes = coating.setupFixedMinutes + (coating.setupMinutesPerKg * largest) / 1000 + 1;
    return Math.max(...this.compiled.bowls.map(({ usable }) => usable[c]!)) + minutes + cleaning;
  }

  /** Buckets with no long break between them, as first and last. */
  private days(): [number, number][] {
    const days: [number, number][] = [];
    this.grid.buckets.forEach(({ from }, b) => {
      const before = this.grid.buckets[b - 1];
      if (!before || from - before.to > NIGHT) days.push([b, b]);
      else days.at(-1)![1] = b;
    });
    return days;
  }

  private limitHandsAndBowls(): void {
    this.grid.buckets.forEach(({ from, to }, b) => {
      for (const work of this.hands[b]!) this.program.atMost(work, to - from);
      this.program.atMost(this.dips[b]!, (to - from) * this.compiled.bowls.length);
    });
  }

  /** At no moment do more trays lie in a zone than it has; pieces count from the end of their batch at the latest. */
  private limitTrays(): void {
    const { problem } = this.compiled;
    const moments = new Set(this.grid.buckets.flatMap(({ from, to }) => [from, to]));
    problem.zones.forEach((zone, index) => {
      const stretches = zoneTrays(zone, problem.horizon);
      for (const moment of moments) {
        const trays = new Sum();
        for (const stream of this.streams) this.addTrays(stream, { zone: index, moment }, trays);
        const most = stretches.filter(({ span: [from, to] }) => from <= moment && moment <= to);
        this.program.atMost(trays, Math.max(...most.map((stretch) => stretch.trays)));
      }
    });
  }

  private addTrays(stream: Stream, { zone, moment }: { zone: number; moment: number }, trays: Sum): void {
    const { product, pickups, longest } = stream;
    const { stages } = product;
    const started = leastStartShare(product.product);
    stages.forEach((stage, k) => {
      const isLast = k === stages.length - 1;
      // what lies elsewhere first may be there at any moment
      if (stage.zone !== zone || stage.firstZone >= 0 || (isLast && this.hasOwnZones())) return;
      const lying = this.at(stream, k, this.grid.overBy(moment - longest[k]!));
      if (lying.terms.size === 0) return;
      const held = this.program.variable();
      if (isLast) {
        const gone = this.gone(pickups, moment);
        this.program.atMost(lying.addAll(-1, gone.pieces).add(-1, held), gone.ordered);
      } else {
        const after = this.at(stream, k + 1, this.grid.begunBy(moment + longest[k + 1]!));
        this.program.atMost(lying.addAll(-1, after).add(-1, held), 0);
      }
      trays.add((isLast ? 1 : started) / stage.perTray, held);
    });
  }

  private hasOwnZones(): boolean {
    return (this.compiled.problem.places ?? []).some(({ zone }) => zone !== undefined);
  }
}
