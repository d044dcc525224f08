import {
  asWrittenNow,
  diagnosisFileSchema,
  problemOf,
  type DiagnosisFile,
  type Problem,
} from '@zither/contract';

export type DiagnosisFileReading =
  { ok: true; file: DiagnosisFile } | { ok: false; problem: Problem };

/** Reads the text of a diagnosis file. Refused whole at the first fault, with its path. */
export function readDiagnosisFile(text: string): DiagnosisFileReading {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return {
      ok: false,
      problem: { code: 'notJson', message: `The file is not JSON: ${(error as Error).message}.` },
    };
  }
  const read = diagnosisFileSchema.safeParse(asWrittenNow(json), { reportInput: true });
  return read.success
    ? { ok: true, file: read.data }
    : { ok: false, problem: problemOf(read.error) };
}
