import {
  BALANCED,
  caseFor,
  chooseSetup,
  footingOf,
  HOLDS,
  loadIn,
  OTHER_HOLDS,
  profileOf,
  resolveBody,
  solve,
  startBelief,
  uncertaintyOf,
  type Hold,
  type MethodProfile,
  type Proposal,
  type SetupQuestion,
  type Uncertainty,
} from '@zither/core';
import type { SetupFile } from '@zither/contract';
import { readSetupFile } from '@zither/formats';
import { HOLD_NAMES } from '@zither/words/names';
import { sayProposal, sayStep } from '@zither/words/setup';
import { sayOr } from '@zither/words/terms';
import { writeAnswer } from './answer.ts';
import { answer, readInput, refusal, type Run } from './run.ts';

export const SETUP_USAGE = 'npm run --silent setup -- case.json (or - for standard input)';

/** The method named in the file; without one the file's own lean limit, buffer, balance and working point in the balanced ranges. */
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

/**
 * What is not known: the house's spreads for what was not said in the file. What is said of an ankle replaces the error of its reading; what a wall
 * does not show of a squat comes on top, as always.
 */
function uncertaintyFor({ body, uncertainty: said }: SetupFile): Uncertainty {
  const ankle = said?.dorsiflexionDeg;
  const usual = uncertaintyOf(
    { ...body, segmentsMm: body.segmentsMm ?? {} },
    ankle === undefined ? {} : { ankleSemDeg: { left: ankle, right: ankle } },
  );
  return said?.hipFoldDeg === undefined ? usual : { ...usual, hipFoldDeg: said.hipFoldDeg };
}

/** Why the setup's load or its position may not be used by what the file allows; null = it may. */
function refusedLoad({ setup, holds }: SetupFile): string | null {
  if (!holds) return null;
  const allowed = sayOr(holds.map((h) => HOLD_NAMES[h].toLowerCase()));
  if (!holds.includes(setup.hold))
    return `setup.hold: ${HOLD_NAMES[setup.hold].toLowerCase()}${setup.loadKg > 0 ? ` with ${setup.loadKg} kg` : ''} is not among the load positions allowed (holds: ${allowed}). Add it to holds, or change the setup.`;
  return holds.every((h) => loadIn(h, setup) === null)
    ? `setup.loadKg: ${setup.loadKg} kg is more than the load positions allowed carry (holds: ${allowed}).`
    : null;
}

const round = (value: number, digits = 1) => Number(value.toFixed(digits)) + 0;

function write(proposal: Proposal, question: SetupQuestion, profile: MethodProfile) {
  const { setup, targetDepthDeg, chance, price, kinds } = proposal;
  const solved = writeAnswer(solve(caseFor(question, profile, setup, targetDepthDeg)));
  const feet = footingOf(resolveBody(question.body), setup);
  return {
    kinds,
    setup,
    target: { thighDepthDeg: targetDepthDeg },
    chance: round(chance, 3),
    price: round(price),
    window: { left: solved.sides.left.window, right: solved.sides.right.window },
    governingSide: solved.governingSide,
    footing: Object.fromEntries(
      Object.entries(feet).map(([side, foot]) => [
        side,
        Object.fromEntries(Object.entries(foot).map(([key, v]) => [key, round(v as number)])),
      ]),
    ),
    reasons: sayProposal(proposal, question, profile),
  };
}

/** Prints the first choice and what differs from it, as JSON; and what would have to change where the depth is not likely. Refusals leave stdout empty. */
export function runSetup(args: readonly string[]): Run {
  const [file, ...rest] = args;
  if (file === undefined || rest.length > 0) return refusal(`Usage: ${SETUP_USAGE}`);
  const input = readInput(file);
  if ('refused' in input) return input.refused;
  const reading = readSetupFile(input.text);
  if (!reading.ok) return refusal(reading.problem.message);
  const refused = refusedLoad(reading.file);
  if (refused !== null) return refusal(refused);
  const { body, limits, setup, target, kit, habit, holds } = reading.file;
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
    uncertainty: uncertaintyFor(reading.file),
  };
  const choice = chooseSetup(question, profile, startBelief(question));
  const { kind, proposals, needed, searched } = choice;
  return answer({
    profile: profile.id,
    searched,
    kind,
    setups: proposals.map((p) => write(p, question, profile)),
    needed: needed && {
      changes: needed.changes,
      says: needed.changes.map(sayStep),
      setup: needed.placed.setup,
      target: { thighDepthDeg: needed.placed.targetDepthDeg },
      chance: round(needed.chance, 3),
    },
  });
}
