import {
  asWrittenNow,
  problemOf,
  recordSchema,
  type ClientRecord,
  type Problem,
} from '@zither/contract';

export type RecordReading = { ok: true; record: ClientRecord } | { ok: false; problem: Problem };

/** Reads the text of a client's record. Refused whole at the first fault, with its path. */
export function readRecordFile(text: string): RecordReading {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    const why = error instanceof Error ? error.message : 'it cannot be parsed';
    return { ok: false, problem: { code: 'notJson', message: `The file is not JSON: ${why}.` } };
  }
  const read = recordSchema.safeParse(asWrittenNow(json), { reportInput: true });
  return read.success
    ? { ok: true, record: read.data }
    : { ok: false, problem: problemOf(read.error) };
}
