import { readInput, runSolve, type Run } from './solve.ts';

function main(args: readonly string[]): Run {
  const [command, file, ...rest] = args;
  if (command !== 'solve' || file === undefined || rest.length > 0)
    return {
      stdout: '',
      stderr: 'Usage: npm run --silent solve -- case.json (or - for standard input)\n',
      exitCode: 2,
    };
  let text: string;
  try {
    text = readInput(file);
  } catch (error) {
    const why = error instanceof Error ? error.message : 'unknown reason';
    return { stdout: '', stderr: `${file} cannot be read: ${why}\n`, exitCode: 2 };
  }
  return runSolve(text);
}

const run = main(process.argv.slice(2));
process.stderr.write(run.stderr);
process.stdout.write(run.stdout);
process.exitCode = run.exitCode;
