import { problemOf, type Problem } from '@zither/contract';
import type { FastifyError, FastifyInstance } from 'fastify';
import { ResponseSerializationError } from 'fastify-type-provider-zod';
import type { z } from 'zod';
import { ERRORS, Refusal, type ErrorCode } from '../errors.ts';

/** Fastify's own error codes that a sender can cause, in the terms of our table. */
const OURS: Record<string, ErrorCode> = {
  FST_ERR_CTP_BODY_TOO_LARGE: 'tooLarge',
  FST_ERR_CTP_INVALID_MEDIA_TYPE: 'wrongType',
  FST_ERR_CTP_EMPTY_JSON_BODY: 'notJson',
  FST_ERR_CTP_INVALID_JSON_BODY: 'notJson',
  FST_ERR_CTP_INVALID_CONTENT_LENGTH: 'invalid',
};

const problem = (code: ErrorCode, message: string = ERRORS[code].message): Problem => ({
  code,
  message,
});

/** Turns everything that goes wrong into the one error shape, and input schemas into sentences. */
export function problems(app: FastifyInstance): void {
  app.setValidatorCompiler<z.ZodType>(({ schema }) => (data: unknown) => {
    const read = schema.safeParse(data, { reportInput: true });
    if (read.success) return { value: read.data };
    const { message, path } = problemOf(read.error);
    return { error: new Refusal('invalid', path ? { message, path } : { message }) };
  });

  app.setErrorHandler((error: FastifyError | Refusal, request, reply) => {
    if (error instanceof Refusal) {
      return reply.status(ERRORS[error.code].status).send({
        code: error.code,
        message: error.message,
        ...(error.path ? { path: error.path } : {}),
        ...(error.current ? { current: error.current } : {}),
      });
    }
    const known = OURS[error.code] ?? (error instanceof SyntaxError ? 'notJson' : undefined);
    if (known) return reply.status(ERRORS[known].status).send(problem(known));
    if (error instanceof ResponseSerializationError)
      request.log.error({ issues: error.cause.issues }, 'an answer did not match the contract');
    else request.log.error({ err: error }, 'unexpected error');
    return reply.status(500).send(problem('internal'));
  });
}

/** The 404 answer of the API. */
export const nothingHere = (): Problem => problem('noSuchRoute');
