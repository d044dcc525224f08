import type { OperationResult } from '@zither/contract';

/** Every way the server refuses, in one table: code → status and the sentence used when no better one is known. */
export const ERRORS = {
  invalid: { status: 400, message: 'The request could not be read.' },
  notJson: { status: 400, message: 'The request body is not JSON.' },
  noSuchClient: { status: 404, message: 'There is no client with this id.' },
  noSuchRow: { status: 404, message: 'There is no row with this id to change.' },
  noSuchRoute: { status: 404, message: 'There is nothing at this address.' },
  noSuchSchool: { status: 404, message: 'There is no method with this id.' },
  noSuchCapture: { status: 404, message: 'There is no capture with this id.' },
  badCapture: { status: 422, message: 'The capture cannot be read.' },
  rowChanged: { status: 409, message: 'This was changed somewhere else in the meantime.' },
  operationReused: {
    status: 409,
    message: 'An operation with this id was already received with other contents.',
  },
  rowTaken: { status: 409, message: 'A row with this id exists already.' },
  tooLarge: {
    status: 413,
    message: 'The request is larger than is taken here: 2 MB, 40 MB for a file to import.',
  },
  wrongType: { status: 415, message: 'Send JSON with the type application/json.' },
  wrongHost: {
    status: 421,
    message:
      'This server does not answer to that name. Open it by the computer’s name or address, or add the name to KNOWN_HOSTS.',
  },
  wrongOrigin: {
    status: 403,
    message: 'Only pages of this server may write to it.',
  },
  badRange: { status: 416, message: 'This file has no such part.' },
  busy: {
    status: 503,
    message: 'The database is held by another program. Nothing was saved; try again in a moment.',
  },
  noSpace: {
    status: 503,
    message: 'The server’s disk is full. Nothing was saved. Free some space; it goes on by itself.',
  },
  readOnly: {
    status: 503,
    message:
      'The server cannot write its database: the file or its disk is read-only. Nothing was saved.',
  },
  storage: {
    status: 503,
    message: 'The server’s disk could not be written or read. Nothing was saved.',
  },
  internal: { status: 500, message: 'Something went wrong here; nothing was saved.' },
} as const;

export type ErrorCode = keyof typeof ERRORS;

/** A refusal with a code of the table; becomes `{code, message, path?}` on the wire. */
export class Refusal extends Error {
  readonly code: ErrorCode;
  readonly path: string | undefined;
  /** The row as it stands, for `rowChanged`. */
  readonly current: OperationResult | undefined;

  constructor(
    code: ErrorCode,
    options: { message?: string; path?: string; current?: OperationResult } = {},
  ) {
    super(options.message ?? ERRORS[code].message);
    this.code = code;
    this.path = options.path;
    this.current = options.current;
  }
}
