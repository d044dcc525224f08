import { readFileSync } from 'node:fs';
import { readCaseFile } from '@zither/formats';
import { solve } from '@zither/core';
import { writeAnswer } from './answer.ts';

/** Outcome of a run: what goes to the two streams, and the exit code. */
export interface Run {
  stdout: string;
  stderr: string;
  exitCode: 0 | 2;
}

/** Solves the text of a case file. Refusals leave stdout empty. */
export function runSolve(text: string): Run {
  const reading = readCaseFile(text);
  if (!reading.ok) return { stdout: '', stderr: `${reading.problem.message}\n`, exitCode: 2 };
  const answers = reading.cases.map((question) => writeAnswer(solve(question)));
  const output = reading.isArray ? answers : answers[0];
  return { stdout: `${JSON.stringify(output, null, 2)}\n`, stderr: '', exitCode: 0 };
}

/** Reads the named file, or standard input for `-`. */
export function readInput(name: string): string {
  return readFileSync(name === '-' ? 0 : name, 'utf8');
}
