import type { TracedWork, TraceFacts } from './traced';

/**
 * The lots that went into each of these batches: what was dipped, prepared or packed, all that was in the melts that it was dipped from, and what
 * these had in them that was left over of others, melt by melt. The way back of `reach`: a batch is reached by a lot, and not only perhaps,
 * just where that lot is behind it. Source: shop default.
 */
export function lotsBehind(
  { works, preparations }: Pick<TraceFacts, 'works' | 'preparations'>,
  batches: readonly string[],
): ReadonlyMap<string, ReadonlySet<string>> {
  const behind = new Map(batches.map((batch) => [batch, new Set<string>()]));
  const sources = new Sources(works);
  for (const { batch, lots, meltLots, melt } of works) {
    if (batch === null) continue;
    const melts = melt === null ? [] : [melt];
    sources.follow(behind.get(batch), { lots: [...lots, ...meltLots], melts });
  }
  for (const { batch, lots } of preparations) sources.follow(behind.get(batch), { lots, melts: [] });
  return behind;
}

/** Where lots came from that were left over. */
class Sources {
  private readonly lotsIn = new Map<string, string[]>();
  /** The melts that each lot was left over of. */
  private readonly meltsOf = new Map<string, string[]>();

  constructor(works: readonly TracedWork[]) {
    for (const { melt, meltLots, leftoverLot } of works) {
      if (melt === null) continue;
      this.lotsIn.set(melt, [...(this.lotsIn.get(melt) ?? []), ...meltLots]);
      if (leftoverLot !== null)
        this.meltsOf.set(leftoverLot, [...(this.meltsOf.get(leftoverLot) ?? []), melt]);
    }
  }

  /** Adds all that these lots and melts had in them; nothing where it is not asked for. */
  follow(
    behind: Set<string> | undefined,
    from: { readonly lots: readonly string[]; readonly melts: readonly string[] },
  ): void {
    if (!behind) return;
    const melts = new Set(from.melts);
    const add = (lots: readonly string[]): void => {
      for (const lot of lots) {
        behind.add(lot);
        for (const melt of this.meltsOf.get(lot) ?? []) melts.add(melt);
      }
    };
    add(from.lots);
    // the set grows while it is walked
    for (const melt of melts) add(this.lotsIn.get(melt) ?? []);
  }
}
