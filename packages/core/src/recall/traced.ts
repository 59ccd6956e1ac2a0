/** Something that was done to a batch, or a melt that was made ready; times are ms since 1970. */
export interface TracedWork {
  readonly id: string;
  /** Its batch over all seasons; null: a melt that was made ready. */
  readonly batch: string | null;
  /** The melt that it was dipped from, or is, over all seasons. */
  readonly melt: string | null;
  readonly bowl: string | null;
  readonly people: readonly string[];
  readonly from: number;
  readonly until: number;
  /** Lots that went into what it was dipped from. */
  readonly meltLots: readonly string[];
  /** Lots that went into its own pieces, or around them. */
  readonly lots: readonly string[];
  /** The lot that what it left over became. */
  readonly leftoverLot: string | null;
  /** Items that went in of lots that nobody wrote down, by their keys. */
  readonly unknownItems: readonly string[];
}

/** A centre or another part that was made for a batch. */
export interface TracedPreparation {
  readonly batch: string;
  readonly person: string | null;
  readonly at: number;
  readonly lots: readonly string[];
}

/** Where a batch lay. */
export interface TracedStay {
  readonly batch: string;
  readonly zone: string | null;
  readonly from: number;
  readonly until: number;
}

export interface TracedLot {
  readonly id: string;
  /** The key of its item. */
  readonly item: string;
  readonly from: number;
  /** When the last of it went; Infinity while something is left. */
  readonly until: number;
}

/** What an order was packed in. */
export interface TracedBoxes {
  readonly order: string;
  readonly lots: readonly string[];
}

/** All that was done, as far as lots are followed through it. */
export interface TraceFacts {
  readonly works: readonly TracedWork[];
  readonly preparations: readonly TracedPreparation[];
  readonly stays: readonly TracedStay[];
  readonly lots: readonly TracedLot[];
  readonly boxes: readonly TracedBoxes[];
}

/** What it goes out from; what is null does not matter, the others hold together. */
export interface RecallOrigin {
  readonly lot: string | null;
  readonly batch: string | null;
  readonly bowl: string | null;
  readonly person: string | null;
  readonly zone: string | null;
  /** The span of time, in ms since 1970. */
  readonly from: number | null;
  readonly until: number | null;
}

/** How something is reached, by what reached it. */
export type ReachedBy =
  /** It is what was asked about. */
  | { readonly kind: 'asked' }
  /** The lot went into it. */
  | { readonly kind: 'lot'; readonly lot: string }
  /** It was dipped from the same melt as what that work made. */
  | { readonly kind: 'melt'; readonly work: string }
  /** It was left over of that work. */
  | { readonly kind: 'left-over'; readonly work: string }
  /** It may have the lot in it: of its item went in what nobody wrote down, while there was some of it. */
  | { readonly kind: 'perhaps'; readonly lot: string };

/** What is reached, each by how it was first. */
export interface Reached {
  readonly lots: ReadonlyMap<string, ReachedBy>;
  readonly batches: ReadonlyMap<string, ReachedBy>;
  readonly melts: ReadonlyMap<string, ReachedBy>;
  /** Orders by what they were packed in; those by their pieces are those of the batches. */
  readonly orders: ReadonlyMap<string, ReachedBy>;
}
