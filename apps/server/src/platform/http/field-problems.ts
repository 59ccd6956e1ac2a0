import type { FieldCode, FieldProblem } from '@alnage/contract';
import type { InputError, InputErrorCode } from '@alnage/core';
import type { FastifySchemaValidationError } from 'fastify';
import { meantErrors, type Found } from './union-errors';

/** Ajv's keywords in our words. */
const CODE_OF_KEYWORD: Readonly<Record<string, FieldCode>> = {
  required: 'required',
  additionalProperties: 'unknown-field',
  type: 'wrong-type',
  minimum: 'too-small',
  maximum: 'too-large',
  exclusiveMinimum: 'out-of-range',
  minLength: 'too-short',
  maxLength: 'too-long',
  minItems: 'too-few',
  maxItems: 'too-many',
  format: 'wrong-format',
  uniqueItems: 'twice',
};

/** One field problem for each thing that Ajv found; for a missing or unknown field the pointer ends in its name. */
export function fieldProblems(found: readonly FastifySchemaValidationError[]): FieldProblem[] {
  return meantErrors(found).map((error) => ({
    pointer: pointerOf(error),
    code: codeOf(error),
    params: paramsOf(error),
  }));
}

function pointerOf({ instancePath, params }: FastifySchemaValidationError): string {
  const name = params['missingProperty'] ?? params['additionalProperty'];
  return typeof name === 'string'
    ? `${instancePath}/${name.replaceAll('~', '~0').replaceAll('/', '~1')}`
    : instancePath;
}

function codeOf({ keyword, params }: FastifySchemaValidationError): FieldCode {
  if (keyword === 'type' && params['type'] === 'integer') return 'not-a-whole-number';
  return CODE_OF_KEYWORD[keyword] ?? 'not-allowed';
}

/** So many values that are allowed are named. */
const NAMED = 30;

/** Ajv is asked to be verbose, so that value and range can be told. */
function paramsOf(error: Found): FieldProblem['params'] {
  const { params, data } = error;
  const { limit, format } = params;
  const range = rangeOf(error);
  return {
    ...(typeof limit === 'number' && { limit }),
    ...(typeof format === 'string' && { format }),
    ...(isTold(data) && { value: data }),
    ...(range !== '' && { range }),
  };
}

/** What is allowed instead: from least to most, or one of some. */
function rangeOf({ keyword, parentSchema = {} }: Found): string {
  const { minimum, maximum, exclusiveMinimum, enum: allowed = [] } = parentSchema;
  if (exclusiveMinimum !== undefined)
    return `above ${exclusiveMinimum}${maximum === undefined ? '' : `, at most ${maximum}`}`;
  if (minimum !== undefined && maximum !== undefined) return `${minimum}..${maximum}`;
  const isOneOf = keyword === 'enum' || keyword === 'const';
  return isOneOf && allowed.length <= NAMED ? allowed.join(', ') : '';
}

/** A number, or a text that fits into a message. */
function isTold(data: unknown): data is number | string {
  return typeof data === 'number' || (typeof data === 'string' && data.length <= 80);
}

/** The core's words in ours. */
const CODE_OF_INPUT: Readonly<Record<InputErrorCode, FieldCode>> = {
  'not-json': 'wrong-format',
  'wrong-type': 'wrong-type',
  'missing-field': 'required',
  'unknown-field': 'unknown-field',
  'unknown-value': 'unknown-reference',
  'unknown-reference': 'unknown-reference',
  duplicate: 'twice',
  'not-an-integer': 'not-a-whole-number',
  'out-of-range': 'out-of-range',
  'not-convertible': 'not-convertible',
};

/** The core's names of what it refuses, where a body calls it otherwise. */
const POINTER_OF_INPUT: Readonly<Record<string, string>> = {
  '/startG': '/weighed/startGrams',
  '/addedG': '/weighed/addedGrams',
  '/leftG': '/weighed/leftGrams',
  '/bareG': '/weighed/bareGrams',
  '/dippedG': '/weighed/dippedGrams',
  '/capacityG': '/capacityGrams',
  '/tailG': '/measuredTailGrams',
};

/** What the core refused, as a field problem with value and range. */
export function inputProblem({ code, field, value, range }: InputError): FieldProblem {
  return {
    pointer: POINTER_OF_INPUT[field] ?? field,
    code: CODE_OF_INPUT[code],
    params: { value: typeof value === 'number' || typeof value === 'string' ? value : null, range },
  };
}
