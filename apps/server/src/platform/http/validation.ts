import { Ajv, type ErrorObject } from 'ajv';
import addFormats from 'ajv-formats';
import type { FastifyInstance, FastifySchemaValidationError } from 'fastify';

const WALL_CLOCK = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d$/;

/** A time of day; 24:00 ends it. */
const CLOCK_TIME = /^(([01]\d|2[0-3]):[0-5]\d|24:00)$/;

/** Letters of any script on one line; control characters and halves of letters are no text. */
const PLAIN_TEXT = /^[^\p{Cc}\p{Cs}]*$/u;

/** The same on several lines. */
const PLAIN_LINES = /^(?:[^\p{Cc}\p{Cs}]|\n)*$/u;

/** Formats of our own, for what comes in and – as answers are picked from unions by their schemas – what goes out. */
export const OWN_FORMATS = {
  'wall-clock': WALL_CLOCK,
  'clock-time': CLOCK_TIME,
  'plain-text': PLAIN_TEXT,
  'plain-lines': PLAIN_LINES,
};

/** Bodies are taken as they are; query and path come as text, so numbers in them are read. */
export function addValidation(app: FastifyInstance): void {
  const body = validator(false);
  const text = validator(true);
  app.setValidatorCompiler(({ schema, httpPart }) => {
    if (httpPart === 'body') return body.compile(schema as object);
    const check = text.compile(schema as object);
    return (data: unknown) => {
      const endless = endlessNumbers(data, schema as TextSchema);
      if (endless.length > 0) return { error: endless };
      return check(data) ? { value: data } : { error: check.errors as FastifySchemaValidationError[] };
    };
  });
}

/** A query or a path, by its fields. */
interface TextSchema {
  readonly properties?: Readonly<Record<string, { readonly type?: string }>>;
}

/** Numbers that come as text are read before they are judged, and what has no end is read as one. */
function endlessNumbers(data: unknown, { properties = {} }: TextSchema): FastifySchemaValidationError[] {
  return Object.entries((data ?? {}) as Record<string, unknown>).flatMap(([field, value]) => {
    const type = properties[field]?.type;
    const isNumber = type === 'integer' || type === 'number';
    if (!isNumber || typeof value !== 'string' || Math.abs(Number(value)) !== Infinity) return [];
    const error: Partial<ErrorObject> = {
      ...{ instancePath: `/${field}`, schemaPath: `#/properties/${field}/type`, keyword: 'type' },
      ...{ params: { type }, message: `must be ${type}`, data: value },
    };
    return [error as FastifySchemaValidationError];
  });
}

function validator(coerceTypes: boolean): Ajv {
  const ajv = new Ajv({
    allErrors: true,
    verbose: true,
    coerceTypes,
    removeAdditional: false,
    useDefaults: false,
    formats: OWN_FORMATS,
  });
  addFormats(ajv, ['date', 'date-time', 'uuid']);
  return ajv;
}
