import { caseFileSchema, problemOf, type CaseFile, type Problem } from '@zither/contract';

export type CaseFileReading =
  { ok: true; cases: CaseFile[]; isArray: boolean } | { ok: false; problem: Problem };

/** Reads the text of a case file: one case or an array of them. Refused whole at the first fault, with its path. */
export function readCaseFile(text: string): CaseFileReading {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return {
      ok: false,
      problem: {
        code: 'notJson',
        message: `The file is not JSON: ${error instanceof Error ? error.message : 'it cannot be parsed'}.`,
      },
    };
  }
  const isArray = Array.isArray(json);
  const list: unknown[] = isArray ? (json as unknown[]) : [json];
  const cases: CaseFile[] = [];
  for (const [place, entry] of list.entries()) {
    const read = caseFileSchema.safeParse(entry, { reportInput: true });
    if (!read.success) {
      const problem = problemOf(read.error);
      return { ok: false, problem: isArray ? inArray(problem, place) : problem };
    }
    cases.push(read.data);
  }
  return { ok: true, cases, isArray };
}

function inArray(problem: Problem, place: number): Problem {
  const path = `[${place}]${problem.path ? `.${problem.path}` : ''}`;
  return {
    ...problem,
    path,
    message: problem.path
      ? problem.message.replace(problem.path, path)
      : problem.message.replace('The input', path),
  };
}

/** Writes a case as the text of a case file, two-space indented, newline at the end. */
export const writeCaseFile = (question: CaseFile): string =>
  `${JSON.stringify(question, null, 2)}\n`;
