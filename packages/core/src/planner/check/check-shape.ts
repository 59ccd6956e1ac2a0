import type { Batch, Melt, StockServe, Unmet } from '../problem';
import type { Catalogue } from '../catalogue';
import type { Report } from './finding';

/** What of a plan can be judged further: whole entries with known references. */
export interface SoundPlan {
  readonly batches: readonly Batch[];
  readonly melts: readonly Melt[];
  readonly unmet: readonly Unmet[];
  readonly fromStock: readonly StockServe[];
}

type Entry = Record<string, unknown>;

const isEntry = (value: unknown): value is Entry =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isId = (value: unknown): value is string => typeof value === 'string' && value.length > 0;
const isCount = (value: unknown): boolean =>
  typeof value === 'number' && Number.isSafeInteger(value) && value >= 1 && value <= 1e9;

/** Rules 3.1 [shape] [ref] [duplicate] [horizon] and the stage list of 3.3; passes on only what is whole. */
export function checkShape(catalogue: Catalogue, plan: unknown, report: Report): SoundPlan {
  const shape = new ShapeCheck(catalogue, report);
  if (!isEntry(plan)) {
    report('shape', 'plan', 'is not an object');
    return { batches: [], melts: [], unmet: [], fromStock: [] };
  }
  if (plan['format'] !== 'alnage-plan/1') report('shape', 'format', 'is not alnage-plan/1');
  return {
    melts: shape.list(plan, 'melts', shape.isMelt) as unknown as Melt[],
    batches: shape.list(plan, 'batches', shape.isBatch) as unknown as Batch[],
    unmet: shape.list(plan, 'unmet', shape.isUnmet) as unknown as Unmet[],
    fromStock: shape.fromStock(plan),
  };
}

class ShapeCheck {
  constructor(
    private readonly catalogue: Catalogue,
    private readonly report: Report,
  ) {}

  list(plan: Entry, key: string, isSound: (entry: Entry, at: string) => boolean): Entry[] {
    const items = plan[key];
    if (!Array.isArray(items)) {
      this.report('shape', key, 'is not a list');
      return [];
    }
    const seen = new Set<unknown>();
    return items.filter((item: unknown, index): item is Entry => {
      const at = `${key}[${index}]`;
      if (!isEntry(item)) return this.refuse('shape', at, 'is not an object');
      if (key !== 'unmet' && key !== 'fromStock' && !this.isNewId(item['id'], seen, at)) return false;
      return isSound(item, at);
    });
  }

  /** What is taken from stock, each lot for an order once; nothing where a plan says nothing of it. */
  fromStock(plan: Entry): StockServe[] {
    if (plan['fromStock'] === undefined) return [];
    const seen = new Set<string>();
    return this.list(plan, 'fromStock', (serve, at) => {
      const { stock, order, pieces } = serve;
      if (!isCount(pieces)) return this.refuse('shape', at, 'pieces is not a positive integer');
      const lot = (this.catalogue.problem.stock ?? []).find(({ id }) => id === stock);
      if (!lot) return this.refuse('ref', at, `unknown stock ${String(stock)}`);
      if (!this.hasLine(order, lot.product))
        return this.refuse('ref', at, `no line ${String(order)} / ${lot.product}`);
      const key = JSON.stringify([stock, order]);
      if (seen.has(key)) return this.refuse('duplicate', at, `${lot.id} for ${String(order)} twice`);
      seen.add(key);
      return true;
    }) as unknown as StockServe[];
  }

  readonly isMelt = (melt: Entry, at: string): boolean =>
    [
      this.isKnown(melt['melter'], this.catalogue.melters, `${at}.melter`),
      this.isKnown(melt['coating'], this.catalogue.coatings, `${at}.coating`),
      this.isKnown(melt['person'], this.catalogue.people, `${at}.person`),
      isCount(melt['grams']) || this.refuse('shape', `${at}.grams`, 'is not a positive integer'),
      ...['setupStart', 'setupEnd', 'closed'].map((key) => this.isTime(melt[key], `${at}.${key}`)),
    ].every(Boolean);

  readonly isBatch = (batch: Entry, at: string): boolean => {
    const product = this.catalogue.products.get(batch['product'] as string);
    if (!product) return this.refuse('ref', at, `unknown product ${String(batch['product'])}`);
    if (!isCount(batch['pieces'])) return this.refuse('shape', at, 'pieces is not a positive integer');
    const { stages, serves } = batch;
    if (!Array.isArray(serves)) return this.refuse('shape', at, 'serves is not a list');
    const hasAllStages =
      Array.isArray(stages) &&
      stages.length === product.stages.length &&
      product.stages.every((stage, k) => isEntry(stages[k]) && stages[k]['stage'] === stage.id);
    if (!hasAllStages)
      return this.refuse('stages', at, 'does not list every stage of the product once, in order');
    const servesSound = this.areServesSound(serves, product.id, at);
    const stagesSound = (stages as Entry[]).map((stage, k) => this.isStage(stage, `${at}.stages[${k}]`));
    return servesSound && stagesSound.every(Boolean);
  };

  readonly isUnmet = (unmet: Entry, at: string): boolean => {
    if (!isCount(unmet['pieces'])) return this.refuse('shape', at, 'pieces is not a positive integer');
    return this.hasLine(unmet['order'], unmet['product'])
      ? true
      : this.refuse('ref', at, `no line ${String(unmet['order'])} / ${String(unmet['product'])}`);
  };

  private isStage(stage: Entry, at: string): boolean {
    const timed = [this.isTime(stage['start'], `${at}.start`), this.isTime(stage['end'], `${at}.end`)];
    const isMeltNamed =
      stage['melt'] === null ||
      isId(stage['melt']) ||
      this.refuse('melt-ref', at, 'melt is neither null nor an id');
    const isForward =
      !timed.every(Boolean) ||
      (stage['end'] as number) > (stage['start'] as number) ||
      this.refuse('duration', at, 'ends before it starts');
    return [
      ...timed,
      isMeltNamed,
      isForward,
      this.isKnown(stage['person'], this.catalogue.people, `${at}.person`),
    ].every(Boolean);
  }

  private areServesSound(serves: readonly unknown[], product: string, at: string): boolean {
    const seen = new Set<unknown>();
    return serves
      .map((serve, index) => {
        const here = `${at}.serves[${index}]`;
        if (!isEntry(serve)) return this.refuse('shape', here, 'is not an object');
        const { order, pieces } = serve;
        if (!this.catalogue.orders.has(order as string))
          return this.refuse('ref', here, `unknown order ${String(order)}`);
        if (seen.has(order)) return this.refuse('duplicate', here, `order ${String(order)} twice`);
        seen.add(order);
        if (!isCount(pieces)) return this.refuse('shape', here, 'pieces is not a positive integer');
        return (
          this.hasLine(order, product) ||
          this.refuse('demand', here, `order ${String(order)} has no line for ${product}`)
        );
      })
      .every(Boolean);
  }

  private hasLine(order: unknown, product: unknown): boolean {
    const lines = this.catalogue.orders.get(order as string)?.lines ?? [];
    return lines.some((line) => line.product === product);
  }

  private isNewId(id: unknown, seen: Set<unknown>, at: string): boolean {
    if (!isId(id)) return this.refuse('shape', at, 'has no id');
    if (seen.has(id)) return this.refuse('duplicate', at, `id ${id} twice`);
    seen.add(id);
    return true;
  }

  private isKnown(id: unknown, list: ReadonlyMap<string, unknown>, at: string): boolean {
    return list.has(id as string) || this.refuse('ref', at, `unknown ${String(id)}`);
  }

  private isTime(value: unknown, at: string): boolean {
    if (typeof value !== 'number' || !Number.isSafeInteger(value))
      return this.refuse('shape', at, 'is not an integer');
    const horizon = this.catalogue.problem.horizon;
    return (
      (value >= 0 && value <= horizon) || this.refuse('horizon', at, `${value} is outside 0..${horizon}`)
    );
  }

  private refuse(...finding: Parameters<Report>): false {
    this.report(...finding);
    return false;
  }
}
