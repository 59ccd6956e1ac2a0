import { Ajv } from 'ajv';
import addFormats from 'ajv-formats';
import type { FastifyInstance } from 'fastify';

const WALL_CLOCK = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d$/;

/** A time of day; 24:00 ends it. */
const CLOCK_TIME = /^(([01]\d|2[0-3]):[0-5]\d|24:00)$/;

/** Letters of any script on one line; control characters are no text. */
const PLAIN_TEXT = /^[^\p{Cc}]*$/u;

/** Formats of our own, for what comes in and – as answers are picked from unions by their schemas – what goes out. */
export const OWN_FORMATS = { 'wall-clock': WALL_CLOCK, 'clock-time': CLOCK_TIME, 'plain-text': PLAIN_TEXT };

/** Bodies are taken as they are; query and path come as text, so numbers in them are read. */
export function addValidation(app: FastifyInstance): void {
  const body = validator(false);
  const text = validator(true);
  app.setValidatorCompiler(({ schema, httpPart }) =>
    (httpPart === 'body' ? body : text).compile(schema as object),
  );
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
