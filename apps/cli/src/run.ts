import { readFileSync } from 'node:fs';

/** Outcome of a command: what goes to the two streams, and the exit code. */
export interface Run {
  stdout: string;
  stderr: string;
  exitCode: 0 | 2;
}

/** A refusal: one sentence on standard error, nothing on standard output. */
export const refusal = (message: string): Run => ({
  stdout: '',
  stderr: `${message}\n`,
  exitCode: 2,
});

/** An answer as JSON on standard output. */
export const answer = (value: unknown): Run => ({
  stdout: `${JSON.stringify(value, null, 2)}\n`,
  stderr: '',
  exitCode: 0,
});

/** Reads a named file, or standard input for `-`; a refusal when it cannot be read. */
export function readInput(name: string): { text: string } | { refused: Run } {
  try {
    return { text: readFileSync(name === '-' ? 0 : name, 'utf8') };
  } catch (error) {
    const why = error instanceof Error ? error.message : 'unknown reason';
    return { refused: refusal(`${name} cannot be read: ${why}`) };
  }
}
