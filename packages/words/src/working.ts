import { CAUSES, GROUPS, type CauseId, type GroupOpinion } from '@zither/core';
import type { Choice, Stand } from '@zither/visit';
import { sayShortDay } from './days.ts';
import { lowered, saySeen } from './evidence.ts';
import { sayShare, sureWord } from './probe.ts';
import { capital, sayList } from './terms.ts';

/** A group by name. */
export const sayGroupName = ({ group }: Pick<GroupOpinion, 'group'>): string => GROUPS[group].name;

/** The coach's word on a group or cause, with who and when: "chosen by CH on 5 Jan: the plan works on it". */
export const sayChoice = (choice: Choice): string =>
  `${sayChosen(choice)}: ${choice.as === 'workOn' ? 'the plan works on it' : 'the plan leaves it'}`;

/** That a coach chose or set aside something, and when: "chosen by CH on 5 Jan". */
export const sayChosen = ({ as, by, on }: Choice): string =>
  `${as === 'workOn' ? 'chosen' : 'set aside'}${by ? ` by ${by}` : ''} on ${sayShortDay(on)}`;

const DOES = {
  acts: 'the plan works on it',
  fills: 'it takes minutes that are left',
  not: 'too little to act on',
  left: 'the plan leaves it for now',
} as const;

/**
 * How likely a group is and what the plan does about it: "likely (62 %): the plan works on it".
 *
 * @param does what the plan really does with it
 */
export function sayStanding(
  { probability }: Pick<GroupOpinion, 'probability'>,
  does: keyof typeof DOES,
  choice: Choice | null,
): string {
  const what = !choice
    ? DOES[does]
    : choice.as === 'workOn' && does !== 'acts'
      ? `${sayChosen(choice)}; it waits for the clinician`
      : sayChoice(choice);
  return `${sureWord(probability)} (${sayShare(probability)}): ${what}`;
}

/** Which causes of a group are not told apart; null where there is one. */
export function sayApart({ members }: Pick<GroupOpinion, 'members'>): string | null {
  const causes = [...new Set(members.map((m) => m.cause))];
  return causes.length < 2
    ? null
    : `Not told apart yet: ${sayList(causes.map((c) => CAUSES[c].name.toLowerCase()))}.`;
}

/** The heaviest evidence for the causes of a group. */
export const sayBecause = (evidence: readonly Parameters<typeof saySeen>[0][]): string | null => {
  const seen = [...new Set(evidence.map((e) => lowered(saySeen(e))))].slice(0, 3);
  return seen.length > 0 ? `Because: ${sayList(seen)}.` : null;
};

/** Advice about something that is no fault; null for the rest. */
export const sayNoFault = (cause: CauseId): string | null =>
  cause === 'proportions'
    ? 'Not a fault, and nothing to train: expect the lean. Open the stance, or hold the load in front.'
    : null;

export const CHOOSE_NAMES = {
  workOn: 'Work on this',
  setAside: 'Set aside',
  withdraw: 'Withdraw',
} as const;

/** A change of belief too small to be said. */
const MOVED_LEAST = 0.05;

/**
 * What an entry changed, in a sentence: of the group that moved most, above all one that the plan now works on or leaves. null = nothing that matters.
 *
 * @param because the entry, in words; null = not known
 */
export function sayMoved(
  before: readonly Stand[],
  after: readonly Stand[],
  because: string | null,
): string | null {
  const moved = after
    .flatMap((now) => {
      const was = before.find((g) => g.group === now.group);
      if (!was) return [];
      const by = Math.abs(now.probability - was.probability);
      const isOther = (was.does === 'acts') !== (now.does === 'acts');
      return by >= MOVED_LEAST || isOther ? [{ was, now, by: by + (isOther ? 1 : 0) }] : [];
    })
    .sort((a, b) => b.by - a.by)[0];
  if (!moved) return because === null ? null : `It changes nothing in the plan: ${because}.`;
  const { was, now } = moved;
  const hasEnded = was.does === 'acts' && now.does !== 'acts';
  const does = hasEnded
    ? 'The plan no longer works on it.'
    : now.does === 'acts'
      ? was.does === 'acts'
        ? 'The plan goes on working on it.'
        : 'The plan works on it now.'
      : `${capital(DOES[now.does])}.`;
  const why = because === null ? '' : ` Because of: ${because}.`;
  return `${sayGroupName(now)}: ${sureWord(was.probability)} (${sayShare(was.probability)}) before, ${sureWord(now.probability)} (${sayShare(now.probability)}) now. ${does}${why}`;
}
