/** What can be wrong with one value that came from outside. */
export type InputErrorCode =
  | 'not-json'
  | 'wrong-type'
  | 'missing-field'
  | 'unknown-field'
  | 'unknown-value'
  | 'unknown-reference'
  | 'duplicate'
  | 'not-an-integer'
  | 'not-convertible'
  | 'out-of-range';

/** Where, what and against which limits: enough to word a message without reading the code. */
export interface InputFault {
  readonly code: InputErrorCode;
  /** JSON Pointer (RFC 6901) to the offending value; '' is the whole input. */
  readonly field: string;
  readonly value: unknown;
  /** The values that would have been taken, in words or as an interval: `0.01..1`. */
  readonly range: string;
}

const TITLES: Record<InputErrorCode, string> = {
  'not-json': 'The input is not JSON',
  'wrong-type': 'A value has the wrong type',
  'missing-field': 'A field is missing',
  'unknown-field': 'There is no such field',
  'unknown-value': 'A value is not one of those known',
  'unknown-reference': 'A reference leads nowhere',
  duplicate: 'Something is there twice',
  'not-an-integer': 'A whole number is needed',
  'not-convertible': 'A unit cannot be turned into grams',
  'out-of-range': 'A value is out of range',
};

/** The one error that the core throws: input that it cannot compute with. Outcomes of the trade are return values. */
export class InputError extends Error implements InputFault {
  readonly code: InputErrorCode;
  readonly field: string;
  readonly value: unknown;
  readonly range: string;

  constructor(fault: InputFault) {
    super(`${fault.field || 'input'}: ${shown(fault.value)} is not accepted; expected ${fault.range}`);
    this.name = 'InputError';
    this.code = fault.code;
    this.field = fault.field;
    this.value = fault.value;
    this.range = fault.range;
  }

  /** The error's kind as a short sentence, the same for every value. */
  get title(): string {
    return TITLES[this.code];
  }
}

const SHOWN_LENGTH = 80;

function shown(value: unknown): string {
  if (value === undefined) return 'nothing';
  if (typeof value === 'number') return String(value);
  const text = JSON.stringify(value) ?? String(value);
  return text.length > SHOWN_LENGTH ? `${text.slice(0, SHOWN_LENGTH)}…` : text;
}
