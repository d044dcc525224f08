import { problemOf, setupFileSchema, type Problem, type SetupFile } from '@zither/contract';

export type SetupFileReading = { ok: true; file: SetupFile } | { ok: false; problem: Problem };

/** Reads the text of a setup file. Refused whole at the first fault, with its path. */
export function readSetupFile(text: string): SetupFileReading {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return {
      ok: false,
      problem: { code: 'notJson', message: `The file is not JSON: ${(error as Error).message}.` },
    };
  }
  const read = setupFileSchema.safeParse(json, { reportInput: true });
  return read.success
    ? { ok: true, file: read.data }
    : { ok: false, problem: problemOf(read.error) };
}
