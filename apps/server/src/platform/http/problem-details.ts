import type { ProblemCode } from '@alnage/contract';
import { InputError } from '@alnage/core';
import type { FastifyError, FastifyInstance } from 'fastify';
import { QueryFailedError } from 'typeorm';
import { fieldProblems, inputProblem } from './field-problems';
import { ProblemError } from './problem-error';

/** What Fastify itself refuses, as our own codes. */
const CODE_OF_FASTIFY: Readonly<Record<string, ProblemCode>> = {
  FST_ERR_CTP_INVALID_JSON_BODY: 'malformed-body',
  FST_ERR_CTP_EMPTY_JSON_BODY: 'malformed-body',
  FST_ERR_CTP_INVALID_CONTENT_LENGTH: 'malformed-body',
  FST_ERR_CTP_INVALID_MEDIA_TYPE: 'unsupported-media-type',
  FST_ERR_CTP_BODY_TOO_LARGE: 'body-too-large',
};

/** Turns everything of 400 and more into an RFC 9457 problem document; details of a fault go to the log only. */
export function addProblemDetails(app: FastifyInstance): void {
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const problem = asProblem(error);
    if (problem.statusCode >= 500) request.log.error(error);
    return reply
      .status(problem.statusCode)
      .header('content-type', 'application/problem+json; charset=utf-8')
      .serializer(JSON.stringify)
      .send(problem.document());
  });
}

/** The problem that any thrown thing is told as. */
export function asProblem(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  if (error instanceof InputError) return new ProblemError('invalid-input', {}, [inputProblem(error)]);
  const { validation, code, name } = error as FastifyError;
  if (validation) return new ProblemError('invalid-input', {}, fieldProblems(validation));
  if (error instanceof SyntaxError && name === 'SyntaxError') return new ProblemError('malformed-body');
  const known = CODE_OF_FASTIFY[code];
  if (known) return new ProblemError(known);
  return isDatabaseAway(error) ? new ProblemError('database-away') : new ProblemError('internal-error');
}

/** PostgreSQL's class 08 is a lost connection, 57P0x a server that shuts down; ECONN… comes from the socket. */
function isDatabaseAway(error: unknown): boolean {
  const cause = error instanceof QueryFailedError ? (error.driverError as Error) : (error as Error);
  const code = (cause as { code?: unknown }).code;
  const isCodeOfLoss = typeof code === 'string' && /^(08|57P0|ECONN)/.test(code);
  return isCodeOfLoss || /Connection terminated|timeout exceeded when trying to connect/.test(cause.message);
}
