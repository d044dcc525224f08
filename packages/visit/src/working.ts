import type { Decision, Dossier } from '@zither/contract';
import {
  CAUSES,
  FIRST_HELP,
  groupOf,
  GROUPS,
  likelyReferrals,
  NODES,
  withheldFor,
  type CauseId,
  type CountedFault,
  type FirstServed,
  type GroupId,
  type GroupOpinion,
  type Side,
  type TestId,
  type WorkedCause,
} from '@zither/core';
import { sentOn } from './barring.ts';
import type { Opinion } from './opinion.ts';
import { workedOn } from './signs.ts';

type Choose = Extract<Decision, { kind: 'choose' }>;
type Chosen = Choose['of'];

/** A word of the coach on a group or a cause, in force. */
export interface Choice {
  of: Chosen;
  as: Choose['as'];
  by: string;
  on: string;
  decision: Choose;
}

/** What a plan works on: groups and causes, what takes the minutes left, and the faults that none of them explains. */
export interface Working {
  /** Who says so: the conclusion in Probe or the coach's own choice; the beliefs as they stand; only the faults themselves; or there is nothing. */
  basis: 'concluded' | 'believed' | 'served' | 'nothing';
  causes: WorkedCause[];
  fills: WorkedCause[];
  findings: FirstServed[];
  /** Faults that none of them explains and that nothing is given for now: something hurts today, or they are slight. */
  waiting: { finding: CountedFault; because: 'pain' | 'slight' }[];
  /** Groups worked on, with how likely each is and the causes of it that are not told apart. */
  groups: WorkedGroup[];
  /** Chosen or set aside by a coach. */
  choices: Choice[];
}

export interface WorkedGroup {
  group: GroupId;
  probability: number;
  causes: readonly CauseId[];
  standing: 'acts' | 'fills';
  choice: Choice | null;
}

const keyOf = (of: Chosen): string =>
  of.kind === 'group' ? of.group : `${of.cause} ${of.side ?? ''}`;

/** The coach's words on groups and causes in force: of each the last one counts. */
export function choicesOf({ decisions }: Pick<Dossier, 'decisions'>): Choice[] {
  const newest = decisions
    .flatMap((d) => (d.kind === 'choose' ? [d] : []))
    .sort((a, b) => b.at.localeCompare(a.at) || b.id.localeCompare(a.id));
  return newest
    .filter((d, i) => newest.findIndex((o) => keyOf(o.of) === keyOf(d.of)) === i && !d.takenBack)
    .map((d) => ({ of: d.of, as: d.as, by: d.saidBy, on: d.on, decision: d }));
}

/** The word on a group, or on a cause of a side; null = none. */
export const choiceOn = (choices: readonly Choice[], of: Chosen): Choice | null =>
  choices.find((c) => keyOf(c.of) === keyOf(of)) ?? null;

const isOn =
  (cause: CauseId, side: Side | null) =>
  ({ of }: Choice): boolean =>
    of.kind === 'group'
      ? groupOf(cause) === of.group
      : of.cause === cause && (of.side === null || side === null || of.side === side);

/** Whether a cause may be worked on at all: what is for a clinician is not, and the build is no fault. */
export const mayWorkOn = (cause: CauseId): boolean =>
  !['refer', 'stop', 'notAFault'].includes(CAUSES[cause].kind);

/** The coach's word on a cause counts before that on its group. */
const wordOn = (choices: readonly Choice[], cause: CauseId, side: Side | null): Choice | null =>
  choices.find((c) => c.of.kind === 'cause' && isOn(cause, side)(c)) ??
  choices.find(isOn(cause, side)) ??
  null;

/** What a plan works on now. */
export function workingOf(
  dossier: Dossier,
  opinion: Pick<Opinion, 'diagnosis' | 'tests'>,
): Working {
  const { diagnosis, tests } = opinion;
  const withheld = withheldFor(sentOn(dossier, opinion));
  const concluded = workedOn(dossier);
  const choices = choicesOf(dossier);
  const believed = (cause: CauseId, side: Side | null) =>
    diagnosis.causes.find((c) => c.cause === cause && c.side === side);
  const asWorked = (cause: CauseId, side: Side | null): WorkedCause => {
    const held = believed(cause, side);
    const isChosen = wordOn(choices, cause, side)?.as === 'workOn';
    return {
      cause,
      side,
      chance: Math.max(held?.probability ?? 0, isChosen ? CHOSEN_CHANCE : 0),
      because: held?.because.map((w) => w.evidence) ?? [],
      ...(isChosen ? { isChosen } : {}),
    };
  };
  const isOpen = ({ cause, side }: { cause: CauseId; side: Side | null }) =>
    mayWorkOn(cause) &&
    !withheld.includes(cause) &&
    wordOn(choices, cause, side)?.as !== 'setAside';
  const membersWhere = (standing: GroupOpinion['standing']) =>
    diagnosis.groups
      .filter((g) => g.standing === standing)
      .flatMap((g) => g.members.map((m) => asWorked(m.cause, m.side)));
  const told: WorkedCause[] = concluded
    ? concluded.causes.map(({ cause, side, probability, because }) => ({
        cause,
        side,
        chance: probability,
        because,
      }))
    : membersWhere('acts');
  const chosen = choices
    .filter((c) => c.as === 'workOn')
    .flatMap(({ of }): WorkedCause[] => {
      if (of.kind === 'cause') return [asWorked(of.cause, of.side)];
      const { members } = diagnosis.groups.find((g) => g.group === of.group) ?? { members: [] };
      return members.map((m) => asWorked(m.cause, m.side));
    });
  const causes = once([...chosen, ...told].filter(isOpen));
  // After something hurt today no fault is served by a guess.
  const isPaused = diagnosis.stop;
  const fills = isPaused
    ? []
    : once(membersWhere('fills').filter(isOpen)).filter(
        (f) => !causes.some((c) => c.cause === f.cause),
      );
  const sent = likelyReferrals(diagnosis.causes).map((cause) => ({ cause, side: null }));
  const open = unexplained(diagnosis.faults, [...causes, ...sent]);
  const clear = open.filter((f) => f.severity === 'clear');
  // Slight ones are served where there is nothing else to do.
  const isBusy = clear.length + causes.length > 0;
  const now = isPaused ? [] : isBusy ? clear : open;
  const findings = now.map((f) => served(f, dossier, tests));
  const waiting = open
    .filter((f) => !now.includes(f))
    .map((finding) => ({ finding, because: isPaused ? ('pain' as const) : ('slight' as const) }));
  const isOf = (group: GroupId) => (c: WorkedCause) => groupOf(c.cause) === group;
  const groups = diagnosis.groups.flatMap(({ group, probability }): WorkedGroup[] => {
    const acting = causes.filter(isOf(group));
    const list = acting.length > 0 ? acting : fills.filter(isOf(group));
    return list.length === 0
      ? []
      : [
          {
            group,
            probability,
            causes: GROUPS[group].causes.filter((c) => list.some((w) => w.cause === c)),
            standing: acting.length > 0 ? 'acts' : 'fills',
            choice: choiceOn(choices, { kind: 'group', group }),
          },
        ];
  });
  const isCoachs = concluded !== null || chosen.some(isOpen);
  return {
    basis:
      causes.length > 0
        ? isCoachs
          ? 'concluded'
          : 'believed'
        : findings.length + fills.length > 0
          ? 'served'
          : 'nothing',
    causes,
    fills,
    findings,
    waiting,
    groups,
    choices,
  };
}

/** A group of causes, how likely it is, and what the plan does with it. */
export interface Stand {
  group: GroupId;
  probability: number;
  /** Left: likely enough to act on, and yet left, as by the coach's own word or for a clinician. */
  does: 'acts' | 'fills' | 'left' | 'not';
}

/** What the plan does with every group. */
export const standsOf = (
  groups: readonly GroupOpinion[],
  working: Pick<Working, 'groups'>,
): Stand[] =>
  groups.map(({ group, probability, standing }) => ({
    group,
    probability,
    does:
      working.groups.find((w) => w.group === group)?.standing ??
      (standing === 'not' ? 'not' : 'left'),
  }));

/** What a coach chose counts for at least so much beside what is believed (house default). */
const CHOSEN_CHANCE = 0.5;

/** Each cause of a side once, in order. */
const once = (list: readonly WorkedCause[]): WorkedCause[] =>
  list.filter((c, i) => list.findIndex((o) => o.cause === c.cause && o.side === c.side) === i);

/** Faults that no cause worked on or sent to a clinician may lie behind. */
const unexplained = (
  faults: readonly CountedFault[],
  causes: readonly { cause: CauseId; side: Side | null }[],
): CountedFault[] =>
  faults.filter(
    ({ behind }) =>
      !behind.some((node) => {
        const { cause, side } = NODES[node]!;
        return causes.some((c) => c.cause === cause && (c.side === null || c.side === side));
      }),
  );

/** A fault with the test that would tell what lies behind it; a cue that was tried on it has told already. */
function served(
  { fault, side, phase, severity }: CountedFault,
  { tried }: Pick<Dossier, 'tried'>,
  tests: Opinion['tests'],
): FirstServed {
  const isCued = tried.some(
    (t) => !t.undone && t.results.some((r) => r.fault === fault && r.side === side),
  );
  const may = (id: TestId) => (id === 'cueTrial' ? !isCued : tests.some((t) => t.next.test === id));
  const test = FIRST_HELP[fault].tests.find(may) ?? null;
  return { fault, side, phase, severity, test };
}
