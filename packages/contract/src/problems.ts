/** Every code a problem document may carry, with the HTTP status and the title that go with it. */
export const PROBLEMS = {
  'invalid-input': { status: 400, title: 'Some of what was sent cannot be taken' },
  'malformed-body': { status: 400, title: 'The body is not JSON' },
  'unsupported-media-type': { status: 415, title: 'Only JSON is taken here' },
  'body-too-large': { status: 413, title: 'The body is too large' },
  'not-found': { status: 404, title: 'There is no such thing here' },
  'order-not-found': { status: 404, title: 'There is no such order' },
  'order-changed': { status: 409, title: 'Somebody changed this order meanwhile' },
  'record-not-found': { status: 404, title: 'There is no such record' },
  'record-changed': { status: 409, title: 'Somebody changed this record meanwhile' },
  'in-use': { status: 409, title: 'It is still in use' },
  'not-empty': { status: 409, title: 'The workshop is not empty' },
  'card-declined': { status: 409, title: 'The card device declined' },
  'card-open': { status: 409, title: 'The card terminal has not answered yet' },
  'partly-collected': { status: 409, title: 'Part of the order is collected already' },
  'order-state': { status: 409, title: 'The order’s state does not allow that' },
  'plan-changed': { status: 409, title: 'There is a newer version of the plan' },
  'plan-running': { status: 409, title: 'A plan is being made already' },
  'plan-begun': { status: 409, title: 'Work has begun that this version plans differently' },
  'edit-refused': { status: 409, title: 'The plan cannot be changed like that' },
  'plan-not-found': { status: 404, title: 'There is no such version of the plan' },
  'no-plan': { status: 404, title: 'Nothing has been planned yet' },
  'stock-short': { status: 409, title: 'The larder does not have that much' },
  'already-done': { status: 409, title: 'That is done already' },
  'seal-doubtful': { status: 409, title: 'Some figures of the run look wrong' },
  'run-sealed': { status: 409, title: 'The run is sealed' },
  'no-printer': { status: 409, title: 'The workshop has no label printer' },
  'no-device-token': { status: 401, title: 'The device is not known by this token' },
  'label-too-small': { status: 409, title: 'A label is too small for what it must say' },
  'too-many-labels': { status: 409, title: 'Too many labels at once' },
  'nothing-set-up': { status: 409, title: 'The workshop is not set up yet' },
  stopped: { status: 409, title: 'What is in it is stopped' },
  'database-away': { status: 503, title: 'The database does not answer' },
  'internal-error': { status: 500, title: 'Something went wrong on the server' },
} as const satisfies Record<string, { status: number; title: string }>;

export type ProblemCode = keyof typeof PROBLEMS;

/** What can be wrong with one field of a body, a query or a path. */
export const FIELD_CODES = [
  'required',
  'unknown-field',
  'wrong-type',
  'not-a-whole-number',
  'too-small',
  'too-large',
  'too-short',
  'too-long',
  'too-few',
  'too-many',
  'wrong-format',
  'not-allowed',
  'blank',
  'unknown-piece',
  'unknown-pickup-point',
  'unknown-box',
  'piece-twice',
  'pickup-past',
  'pickup-outside-season',
  'out-of-range',
  'not-convertible',
  'in-past',
  'more-than-there',
  'unknown-reference',
  'name-taken',
  'twice',
  'in-future',
  'coat-without-stage',
  'melted-twice',
  'pickup-shut',
  'slot-closed',
  'slot-full',
  'too-old-then',
  'not-makeable',
  'not-for-customer',
  'may-not-be-for-customer',
  'hours-cross',
  'more-than-due',
  'empty-list',
  'broken-list',
  'half-line',
  'not-understood',
  'lines-at-fault',
  'piece-closed',
  'piece-other-days',
  'cut-off-past',
  'not-by-post',
  'too-warm-by-post',
  'not-collected-then',
  'orders-outside',
  'seasons-cross',
  'orders-there',
  'work-begun',
] as const;

export type FieldCode = (typeof FIELD_CODES)[number];

export interface FieldProblem {
  /** JSON Pointer to the field. */
  readonly pointer: string;
  readonly code: FieldCode;
  readonly params: Readonly<Record<string, string | number | null>>;
}

/** RFC 9457 problem document with a code, its parameters, and one entry for each field at fault. */
export interface ProblemDocument {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly code: ProblemCode;
  readonly detail: string;
  readonly params: Readonly<Record<string, unknown>>;
  readonly errors: readonly FieldProblem[];
}
