import { readCaseFile } from '@zither/formats';
import { solve } from '@zither/core';
import { writeAnswer } from './answer.ts';
import { answer, readInput, refusal, type Run } from './run.ts';

export const SOLVE_USAGE = 'npm run --silent solve -- case.json (or - for standard input)';

/** Solves the cases of a file. Refusals leave stdout empty. */
export function runSolve(args: readonly string[]): Run {
  const [file, ...rest] = args;
  if (file === undefined || rest.length > 0) return refusal(`Usage: ${SOLVE_USAGE}`);
  const input = readInput(file);
  if ('refused' in input) return input.refused;
  const reading = readCaseFile(input.text);
  if (!reading.ok) return refusal(reading.problem.message);
  const answers = reading.cases.map((question) => writeAnswer(solve(question)));
  return answer(reading.isArray ? answers : answers[0]);
}
