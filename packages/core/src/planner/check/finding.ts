/** A rule that a plan breaks: the rule's code, where, and in words by how much. */
export interface Violation {
  readonly code: ViolationCode;
  readonly at: string;
  readonly text: string;
}

export type ViolationCode =
  | 'shape'
  | 'ref'
  | 'duplicate'
  | 'horizon'
  | 'pieces'
  | 'demand'
  | 'batch-size'
  | 'stages'
  | 'duration'
  | 'wait'
  | 'max-run'
  | 'skill'
  | 'shift'
  | 'person-overlap'
  | 'melter-overlap'
  | 'setup-duration'
  | 'melt-window'
  | 'melt-ref'
  | 'melt-overlap'
  | 'melt-unused'
  | 'melt-grams'
  | 'life'
  | 'stock'
  | 'allergen'
  | 'free-from'
  | 'zone'
  | 'mould'
  | 'now'
  | 'fixed';

/** Takes what a rule finds. */
export type Report = (code: ViolationCode, at: string, text: string) => void;
