import {
  CAUSES,
  limitsOfRule,
  reasonOf,
  neverCertain,
  GROUPS,
  type GivenFor,
  type LikelyCause,
  type NeededChange,
  type Proposal,
  type SideSolution,
} from '@zither/core';
import { causesNamed, type Answer, type PlanAnswer, type ShownNumber } from '@zither/visit';
import { sayBeforeLoad } from './beforeLoad.ts';
import { sayAsUsed } from './chance.ts';
import { EQUATIONS } from './equations.ts';
import { ladderLines } from './ladder.ts';
import { sayEvidence } from './evidence.ts';
import { sayCauses, sayCueBecause, sayDrillBecause, sayLeftOut, sayNothing } from './plan.ts';
import { MISSING_NAMES } from './missing.ts';
import { sayReplaced } from './clearance.ts';
import { sayLifts, sayLimit } from './safety.ts';
import { sayStage } from './stages.ts';
import {
  sayBarredLoad,
  sayHeldLoad,
  sayChoice,
  sayInstead,
  sayNeeded,
  sayProposal,
  sayTelling,
  sayUse,
} from './setup.ts';

const round = (value: number, digits = 3) => Number(value.toFixed(digits)) + 0;

const needed = (change: NeededChange) => ({
  changes: change.changes,
  says: sayNeeded(change),
  setup: change.placed.setup,
  thighDepthDeg: change.placed.targetDepthDeg,
  chance: round(change.chance),
});

const side = ({ window, deepestThighDepthDeg }: SideSolution) => ({ window, deepestThighDepthDeg });

const cause = ({ cause: id, side: on, probability, because }: LikelyCause) => ({
  cause: id,
  name: CAUSES[id].name,
  side: on,
  chance: round(probability),
  because: because.map((w) => sayEvidence(w.evidence)),
});

/** A number as it is shown; its inputs are named by id; the facts are listed whole. */
const number = ({ value, unit, interval, trace }: ShownNumber) => ({
  value: round(value),
  unit,
  interval: interval && { low: round(interval.low), high: round(interval.high) },
  trace: {
    equations: trace.equations.map((id) => `E${EQUATIONS[id].number}`),
    inputs: trace.inputs.map(({ id, side: on, value: v, unit: u, basis, source, rows }) => ({
      id,
      side: on,
      value: round(v),
      unit: u,
      basis,
      source,
      rows,
    })),
  },
});

/** The cause something is given for, or the fault that it serves by itself. */
const givenFor = (given: GivenFor) => ({
  cause: given.kind === 'cause' ? given.cause : null,
  finding: given.kind === 'finding' ? given.fault : null,
});

function plan(answer: PlanAnswer) {
  return {
    setup: { ...answer.use.setup, thighDepthDeg: answer.use.targetDepthDeg },
    basis: answer.working.basis,
    groups: answer.working.groups.map(({ group, probability, standing, causes }) => ({
      group,
      name: GROUPS[group].name,
      chance: round(probability),
      standing,
      causes,
    })),
    cues: answer.cues.map((prescribed) => ({
      id: prescribed.cue.id,
      ...givenFor(prescribed.for),
      because: sayCueBecause(prescribed),
    })),
    drills: answer.drills.map((prescribed) => ({
      id: prescribed.drill.id,
      ...givenFor(prescribed.for),
      side: prescribed.sides.first,
      because: sayDrillBecause(prescribed),
    })),
    unserved: [...answer.unserved, ...answer.working.waiting].map(({ finding, because }) => ({
      finding: finding.fault,
      side: finding.side,
      because,
    })),
    notAdvised: answer.notAdvised.map((left) => ({ id: left.id, because: sayLeftOut(left) })),
    nothing: sayNothing(answer),
    training: {
      rung: answer.ladder.now,
      loadKg: answer.ladder.loadKg,
      isUnloaded: answer.ladder.isUnloaded,
      next: answer.ladder.next,
      says: ladderLines(answer.ladder),
    },
    beforeLoad: answer.beforeLoad && sayBeforeLoad(answer.beforeLoad),
    says: sayCauses(answer),
  };
}

/** What the screen's word rests on, each with its limits and what lifts it. */
function safetyReasons(safety: Answer['safety']) {
  if (safety.state === 'notScreened' || safety.outcome.kind === 'go') return [];
  const { outcome } = safety;
  return outcome.kind === 'hold'
    ? outcome.standing.map(({ rule, told }) => ({
        rule: rule.id,
        says: reasonOf(rule, told.answers),
        limits: [],
        lifts: sayLifts(rule.lifts),
      }))
    : outcome.brought.map(({ rule, told, reason, clearedBy }) => ({
        rule: rule.id,
        says: reason,
        limits: clearedBy ? [] : limitsOfRule(rule, told.answers).map(sayLimit),
        lifts: clearedBy ? sayReplaced(clearedBy) : sayLifts(rule.lifts),
      }));
}

/** The one answer on a client as JSON: what `npm run answer` prints and `GET /api/clients/:id/answer` answers; see docs/formats.md. */
export function writeAnswer(answer: Answer) {
  const { on, stages, safety, limits, facts, window, opinion, concluded, loop, use, basis } =
    answer;
  const { numbers } = answer;
  return {
    on,
    stages: Object.fromEntries(
      Object.entries(stages).map(([stage, { state, note }]) => [
        stage,
        { state, note: sayStage(note) },
      ]),
    ),
    state: safety.state === 'notScreened' ? safety.state : safety.outcome.kind,
    limits: limits.map((limit) => ({ ...limit, says: sayLimit(limit) })),
    because: safetyReasons(safety),
    facts,
    window: window && {
      governingSide: window.governingSide,
      left: side(window.sides.left),
      right: side(window.sides.right),
    },
    numbers: numbers && {
      room: numbers.room && number(numbers.room),
      depth: numbers.depth && number(numbers.depth),
      chance: number(numbers.chance),
    },
    causes: causesNamed({ opinion }).map(cause),
    concluded: concluded?.causes ?? null,
    setup: use &&
      loop &&
      basis && {
        use: {
          ...use.setup,
          thighDepthDeg: use.targetDepthDeg,
          method: use.method.id,
          from: use.from,
          isTried: use.isTried,
          setAside: use.setAside && { lock: use.setAside.lock.id, because: use.setAside.because },
          passedOver: use.passedOver,
          barred: use.barred && { ...use.barred, says: sayBarredLoad(use.barred) },
          held: use.held && {
            mostKg: use.held.mostKg,
            because: use.held.because,
            says: sayHeldLoad(use.setup, use.held),
          },
        },
        chance: round(use.chance),
        asUsed: use.asUsed && {
          chance: round(use.asUsed.chance),
          mostly: use.asUsed.mostly,
          says: sayAsUsed(use.asUsed, use.isLikely),
        },
        why: sayUse(use),
        kind: loop.choice.kind,
        says:
          [
            loop.insteadOf && sayInstead(loop.insteadOf, loop.method, limits),
            sayChoice(loop.choice, loop.method),
          ]
            .filter((line) => line !== null)
            .join(' ') || null,
        method: loop.method.id,
        insteadOf: loop.insteadOf?.id ?? null,
        proposals: loop.choice.proposals.map((p: Proposal) => ({
          kinds: p.kinds,
          setup: { ...p.setup, thighDepthDeg: p.targetDepthDeg },
          chance: round(p.chance),
          price: round(p.price, 1),
          because: sayProposal(p, basis.question, loop.method),
        })),
        needed: loop.choice.needed && needed(loop.choice.needed),
        next: loop.advice && {
          kind: loop.advice.kind,
          setup: { ...loop.advice.setup, thighDepthDeg: loop.advice.targetDepthDeg },
          chance: round(loop.advice.chance),
        },
        tellMore: answer.tellMore.map((t) => ({
          ...t,
          changes: neverCertain(t.changes),
          says: sayTelling(t),
        })),
      },
    plan: answer.plan && plan(answer.plan),
    missing: answer.missing.map((what) => MISSING_NAMES[what]),
    next: answer.next,
  };
}
