import type { Socket } from 'node:net';
import { problemOf, type Problem } from '@zither/contract';
import type { FastifyError, FastifyInstance, FastifyReply } from 'fastify';
import { ResponseSerializationError } from 'fastify-type-provider-zod';
import type { z } from 'zod';
import { isBusy, sqliteCode } from '../db/open.ts';
import { ERRORS, Refusal, type ErrorCode } from '../errors.ts';

/** Fastify's own error codes that a sender can cause, in the terms of our table. */
const OURS: Record<string, ErrorCode> = {
  FST_ERR_CTP_BODY_TOO_LARGE: 'tooLarge',
  FST_ERR_CTP_INVALID_MEDIA_TYPE: 'wrongType',
  FST_ERR_CTP_EMPTY_JSON_BODY: 'notJson',
  FST_ERR_CTP_INVALID_JSON_BODY: 'notJson',
};

const problem = (code: ErrorCode, message: string = ERRORS[code].message): Problem => ({
  code,
  message,
});

/** What the database would not do, in the terms of our table; null for any other error. */
function ofDatabase(error: unknown): ErrorCode | null {
  const code = sqliteCode(error);
  if (isBusy(error)) return 'busy';
  if (code.startsWith('SQLITE_FULL')) return 'noSpace';
  if (code.startsWith('SQLITE_READONLY')) return 'readOnly';
  if (/^SQLITE_(IOERR|CANTOPEN|CORRUPT|NOTADB)/.test(code)) return 'storage';
  return null;
}

/** Code of an error the sender caused before a route was reached, by its status. */
const ofStatus = (status: number): ErrorCode =>
  status === 404 || status === 403 ? 'noSuchRoute' : status === 416 ? 'badRange' : 'invalid';

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
      if (error.code === 'busy') reply.header('retry-after', '1');
      return reply.status(ERRORS[error.code].status).send({
        code: error.code,
        message: error.message,
        ...(error.path ? { path: error.path } : {}),
        ...(error.current ? { current: error.current } : {}),
      });
    }
    const stored = ofDatabase(error);
    if (stored) {
      request.log.error({ err: error }, 'the database refused');
      return send(reply, stored);
    }
    const known = OURS[error.code] ?? (error instanceof SyntaxError ? 'notJson' : undefined);
    if (known) return send(reply, known);
    const status = error.statusCode ?? 500;
    if (status >= 400 && status < 500) return send(reply, ofStatus(status), status);
    if (error instanceof ResponseSerializationError)
      request.log.error({ issues: error.cause.issues }, 'an answer did not match the contract');
    else request.log.error({ err: error }, 'unexpected error');
    return send(reply, 'internal');
  });
}

const send = (reply: FastifyReply, code: ErrorCode, status: number = ERRORS[code].status) =>
  reply.status(status).type('application/json; charset=utf-8').send(problem(code));

/** Answers errors that come before a request exists: an address or a header that cannot be read. */
export const unreadable = {
  frameworkErrors: (_error: Error, _request: unknown, reply: FastifyReply) =>
    void send(reply, 'invalid'),
  clientErrorHandler: (_error: Error, socket: Socket) => {
    if (!socket.writable) return;
    const body = JSON.stringify(problem('invalid'));
    socket.end(
      `HTTP/1.1 400 Bad Request\r\nContent-Type: application/json; charset=utf-8\r\nContent-Length: ${Buffer.byteLength(body)}\r\nConnection: close\r\n\r\n${body}`,
    );
  },
};

/** The 404 answer of the API. */
export const nothingHere = (): Problem => problem('noSuchRoute');
