/** What stood in the way of a batch at the stage that could not be placed. */
export type Blocker =
  /** The product declares what the order must be free from. */
  | { readonly kind: 'free-from'; readonly stage: string; readonly allergen: string }
  /** Between now and the pickup there is less time than the route needs, or the hold limit is over before. */
  | {
      readonly kind: 'time';
      readonly stage: string;
      readonly earliestEnd: number;
      readonly latestEnd: number;
    }
  /** Nobody with the skill has a free span in the window. */
  | {
      readonly kind: 'hands';
      readonly stage: string;
      readonly skill: string;
      readonly from: number;
      readonly to: number;
    }
  /** No bowl can take the coating in the window, or nobody is free to set it up. */
  | {
      readonly kind: 'bowl';
      readonly stage: string;
      readonly coating: string;
      readonly from: number;
      readonly to: number;
    }
  /** So many moulds are not free at once where the stage would end in the window. */
  | {
      readonly kind: 'mould';
      readonly stage: string;
      readonly mould: string;
      readonly moulds: number;
      readonly from: number;
      readonly to: number;
    }
  /** The trays do not fit just before this minute. */
  | {
      readonly kind: 'room';
      readonly stage: string;
      readonly zone: string;
      readonly trays: number;
      readonly at: number;
    };
