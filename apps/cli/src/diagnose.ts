import { diagnose, limitsOfKind, type Measures, type Weight } from '@zither/core';
import { readDiagnosisFile } from '@zither/formats';
import { sayBanned, sayEvidence, sayNotFault, sayReason } from '@zither/words/evidence';
import { answer, readInput, refusal, type Run } from './run.ts';

export const DIAGNOSE_USAGE = 'npm run --silent diagnose -- case.json (or - for standard input)';

const round = (value: number, digits = 3) => Number(value.toFixed(digits));
const write = (weights: readonly Weight[]) =>
  weights.map((w) => ({
    what: sayEvidence(w.evidence),
    bits: round(w.bits, 2),
    why: sayReason(w),
  }));

/** Prints causes, tests worth doing, what is no fault and what must not be cued, as JSON. Refusals leave stdout empty. */
export function runDiagnose(args: readonly string[]): Run {
  const [file, ...rest] = args;
  if (file === undefined || rest.length > 0) return refusal(`Usage: ${DIAGNOSE_USAGE}`);
  const input = readInput(file);
  if ('refused' in input) return input.refused;
  const reading = readDiagnosisFile(input.text);
  if (!reading.ok) return refusal(reading.problem.message);
  const { limits, measures, ...signs } = reading.file;
  const given = Object.entries(measures).filter(([, value]) => value != null);
  const found = diagnose(
    { ...signs, measures: Object.fromEntries(given) as Measures },
    { limits: limits.flatMap((l) => (typeof l === 'string' ? limitsOfKind(l) : [l])) },
  );
  return answer({
    causes: found.causes.map((c) => ({
      cause: c.cause,
      side: c.side,
      probability: round(c.probability),
      refer: c.refer,
      because: write(c.because),
      against: write(c.against),
    })),
    nextTests: found.nextTests.map(({ test, side, bits, minutes }) => ({
      test,
      side,
      bits: round(bits),
      minutes,
    })),
    notFaults: found.notFaults.map((n) => ({ what: n.what, because: sayNotFault(n) })),
    bannedCues: found.bannedCues.map((cue) => ({
      cue,
      because: sayBanned(cue, found.knees),
    })),
    stop: found.stop,
  });
}
