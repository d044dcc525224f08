import {
  BALANCED,
  caseFor,
  findSetups,
  footingOf,
  HOLDS,
  OTHER_HOLDS,
  profileOf,
  reasonsOf,
  resolveBody,
  sayNeeded,
  smallestChanges,
  solve,
  USUAL_UNCERTAINTY,
  type Hold,
  type MethodProfile,
  type Proposal,
  type SetupQuestion,
} from '@zither/core';
import type { SetupFile } from '@zither/contract';
import { readSetupFile } from '@zither/formats';
import { writeAnswer } from './answer.ts';
import { answer, readInput, refusal, type Run } from './run.ts';

export const SETUP_USAGE = 'npm run --silent setup -- case.json (or - for standard input)';

/** Below this chance at the depth asked for, nothing solves the case and the smallest changes are named. */
const SOLVED_FROM = 0.5;

/** The school named in the file; without one the file's own lean limit, buffer, balance and working point in the balanced ranges. */
function profileFor({ profile, limits, setup, workingPoint }: SetupFile): MethodProfile {
  const named = profile ? profileOf(profile) : null;
  if (named) return named;
  return {
    ...BALANCED,
    id: 'case',
    name: 'the case’s own limits',
    leanLimitDeg: Object.fromEntries(HOLDS.map((h) => [h, limits.trunkLeanDeg])) as Record<
      Hold,
      number
    >,
    bufferDeg: limits.bufferDeg,
    balance: setup.balance,
    workingPoint,
  };
}

const round = (value: number, digits = 1) => Number(value.toFixed(digits)) + 0;

function write(proposal: Proposal, question: SetupQuestion, profile: MethodProfile) {
  const { setup, targetDepthDeg, chance, score, kinds } = proposal;
  const solved = writeAnswer(solve(caseFor(question, profile, setup, targetDepthDeg)));
  const { feet } = footingOf(resolveBody(question.body), setup);
  return {
    kinds,
    setup,
    target: { thighDepthDeg: targetDepthDeg },
    chance: round(chance, 3),
    score: round(score),
    window: { left: solved.sides.left.window, right: solved.sides.right.window },
    governingSide: solved.governingSide,
    footing: Object.fromEntries(
      Object.entries(feet).map(([side, foot]) => [
        side,
        Object.fromEntries(Object.entries(foot).map(([key, v]) => [key, round(v as number)])),
      ]),
    ),
    reasons: reasonsOf(proposal, question, profile),
  };
}

/** Prints the setups worth trying, best first, as JSON; for a case nothing solves, the smallest changes that would. Refusals leave stdout empty. */
export function runSetup(args: readonly string[]): Run {
  const [file, ...rest] = args;
  if (file === undefined || rest.length > 0) return refusal(`Usage: ${SETUP_USAGE}`);
  const input = readInput(file);
  if ('refused' in input) return input.refused;
  const reading = readSetupFile(input.text);
  if (!reading.ok) return refusal(reading.problem.message);
  const { body, limits, setup, target, kit, habit, holds, uncertainty } = reading.file;
  const profile = profileFor(reading.file);
  const { kneePastToeMm, shankDeg, hipAbductionDeg, kneeFlexionDeg } = limits;
  const question: SetupQuestion = {
    body: { ...body, segmentsMm: body.segmentsMm ?? {} },
    dorsiflexionDeg: limits.dorsiflexionDeg,
    hipFold: limits.hipFold ?? null,
    limits: { kneePastToeMm, shankDeg, hipAbductionDeg, kneeFlexionDeg },
    habit: habit ?? { stanceWidthMm: setup.stanceWidthMm, toeOutDeg: setup.toeOutDeg },
    holds: holds ?? [setup.hold, ...(OTHER_HOLDS[setup.hold] ?? [])],
    loadKg: setup.loadKg,
    targetDepthDeg: target.thighDepthDeg,
    kit,
    uncertainty: {
      dorsiflexionDeg: uncertainty?.dorsiflexionDeg ?? USUAL_UNCERTAINTY.dorsiflexionDeg,
      hipFoldDeg: uncertainty?.hipFoldDeg ?? USUAL_UNCERTAINTY.hipFoldDeg,
    },
  };
  const found = findSetups(question, profile);
  const isSolved = found.proposals.some(
    (p) => p.targetDepthDeg >= target.thighDepthDeg - 1e-9 && p.chance >= SOLVED_FROM,
  );
  const smallest = isSolved ? null : smallestChanges(question, profile);
  return answer({
    profile: profile.id,
    searched: found.searched,
    draws: found.draws,
    setups: found.proposals.map((p) => write(p, question, profile)),
    smallestChanges: smallest && {
      changes: smallest.changes,
      says: smallest.changes.map(sayNeeded),
      setup: smallest.setup,
      target: { thighDepthDeg: smallest.targetDepthDeg },
    },
  });
}
