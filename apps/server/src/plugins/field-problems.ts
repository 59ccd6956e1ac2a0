import type { FieldCode, FieldProblem } from '@alnage/contract';
import type { FastifySchemaValidationError } from 'fastify';

/** Ajv's keywords in our words. */
const CODE_OF_KEYWORD: Readonly<Record<string, FieldCode>> = {
  required: 'required',
  additionalProperties: 'unknown-field',
  type: 'wrong-type',
  minimum: 'too-small',
  maximum: 'too-large',
  minLength: 'too-short',
  maxLength: 'too-long',
  minItems: 'too-few',
  maxItems: 'too-many',
  format: 'wrong-format',
};

/** One field problem for each thing that Ajv found; for a missing or unknown field the pointer ends in its name. */
export function fieldProblems(found: readonly FastifySchemaValidationError[]): FieldProblem[] {
  return found.map((error) => ({
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

function paramsOf({ params }: FastifySchemaValidationError): FieldProblem['params'] {
  const { limit, format } = params;
  return {
    ...(typeof limit === 'number' && { limit }),
    ...(typeof format === 'string' && { format }),
  };
}
