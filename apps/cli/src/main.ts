import { ANSWER_USAGE, runAnswer } from './answerRecord.ts';
import { ANALYSE_USAGE, runAnalyse } from './analyse.ts';
import { DIAGNOSE_USAGE, runDiagnose } from './diagnose.ts';
import { refusal, type Run } from './run.ts';
import { runSetup, SETUP_USAGE } from './setup.ts';
import { runSolve, SOLVE_USAGE } from './solve.ts';

const COMMANDS: Record<string, (args: readonly string[]) => Run> = {
  solve: runSolve,
  analyse: runAnalyse,
  diagnose: runDiagnose,
  setup: runSetup,
  answer: runAnswer,
};

function main([command = '', ...args]: readonly string[]): Run {
  const run = COMMANDS[command];
  return run
    ? run(args)
    : refusal(
        `Usage: ${SOLVE_USAGE}\n       ${ANALYSE_USAGE}\n       ${DIAGNOSE_USAGE}\n       ${SETUP_USAGE}\n       ${ANSWER_USAGE}`,
      );
}

const run = main(process.argv.slice(2));
process.stderr.write(run.stderr);
process.stdout.write(run.stdout);
process.exitCode = run.exitCode;
