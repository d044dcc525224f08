import {
  MEASURES,
  type Aim,
  type DrillVerdict,
  type LikelyCause,
  type NextStep,
  type RecheckWord,
  type StepReason,
} from '@zither/core';
import type { Differs, Keeping, Recheck, RecheckAnswer, RecheckLine, Repeat } from '@zither/visit';
import { CALL_NAMES, CHANGE_WORDS } from './afterRoutine.ts';
import { sayShortDay } from './days.ts';
import { sayError, sayValue } from './display.ts';
import { sayShare } from './probe.ts';
import { capital, count, sayList } from './terms.ts';
import { sayAmount, sayFault, sayLook } from './watch.ts';

/** "Heels rise", "Knee to wall, left". */
export const sayAim = (aim: Aim): string =>
  aim.kind === 'finding'
    ? sayFault(aim.fault, aim.side)
    : `${MEASURES[aim.measure].name}${aim.side === null ? '' : `, ${aim.side}`}`;

/** A verdict with its shape, so that it does not rest on colour: "▲ better". */
const SHAPES: Record<RecheckWord, string> = { better: '▲', same: '=', worse: '▼', unknown: '?' };
export const sayVerdict = (word: RecheckWord): string => `${SHAPES[word]} ${CHANGE_WORDS[word]}`;

const DIFFERS: Record<Differs, string> = {
  condition: 'with another load',
  arms: 'with the arms otherwise',
  feet: 'with the feet otherwise',
  depth: 'to another depth',
  heelRiseMm: 'on another heel',
  shod: 'in other footwear',
  state: 'in another state (cold, warm)',
  loadKg: 'at another load',
  belt: 'with or without the belt',
  stands: 'in another setup',
  stanceWidthMm: 'in another stance',
  toeOutLeftDeg: 'at another angle of the left foot',
  toeOutRightDeg: 'at another angle of the right foot',
  hold: 'with the load elsewhere',
};

export const sayDiffers = (differs: readonly Differs[]): string =>
  `taken ${sayList(differs.map((d) => DIFFERS[d]))}`;

const value = ({ aim, unit }: Pick<RecheckLine, 'aim' | 'unit'>, v: number): string =>
  aim.kind === 'reading' ? sayValue(aim.measure, v, true) : sayAmount(v, unit);
const error = ({ aim, unit }: Pick<RecheckLine, 'aim' | 'unit'>, v: number): string =>
  aim.kind === 'reading' ? sayError(aim.measure, v) : sayAmount(v, unit);

/** The numbers behind a verdict: "12° on 2 Jan, 4° on 30 Jan. A change counts from 5°." */
export function sayRecheckLine(line: RecheckLine): string {
  const { by, before, after, countsFrom, differs, aim } = line;
  if (!before || !after)
    return aim.kind === 'finding'
      ? 'Not repeated since the plan.'
      : 'Not read again since the plan.';
  const state = differs.includes('state') ? ' The two were taken in another state.' : '';
  if (before.value !== null && after.value !== null && by !== null && countsFrom !== null)
    return `${value(line, before.value)} on ${sayShortDay(before.on)}, ${value(line, after.value)} on ${sayShortDay(after.on)}. A change counts from ${error(line, countsFrom)}.${state}`;
  if (by === 'eye')
    return `By eye, ${sayShortDay(before.on)} and ${sayShortDay(after.on)}.${state}`;
  const other = differs.filter((d) => d !== 'state');
  return other.length > 0
    ? `Not compared: the look of ${sayShortDay(after.on)} was ${sayDiffers(other)}.`
    : 'Cannot be told by eye: one grade, or too few reps. Your own call counts.';
}

/** The answer of the page in one sentence. */
export function sayRechecked({ plan, isNew, dueOn, lines }: RecheckAnswer): string {
  if (isNew)
    return `This plan was given on ${sayShortDay(plan.givenOn)}. Look again on ${sayShortDay(dueOn)}.`;
  const aims = lines.filter((l) => l.isAim);
  if (aims.length === 0) return 'This plan named no goals. Anything seen is listed below.';
  const of = (word: RecheckWord) => aims.filter((l) => l.word === word).length;
  const told = (['better', 'same', 'worse'] as const).flatMap((word) =>
    of(word) > 0 ? [`${of(word)} ${CHANGE_WORDS[word]}`] : [],
  );
  const open = of('unknown');
  if (told.length === 0)
    return aims.length === 1
      ? 'The plan’s goal has not been checked again yet.'
      : `None of the plan’s ${aims.length} goals has been checked again yet.`;
  return `Of ${count(aims.length, 'goal')}: ${sayList(told)}${open > 0 ? `; ${open} cannot be told yet` : ''}.`;
}

/** Why they are judged together. */
export const sayTogether = (aims: number): string =>
  aims < 2
    ? 'A client who has not changed is called changed in at most 1 of 20 rechecks.'
    : `These ${aims} goals were named with the plan and are judged together: a client who has not changed is called changed in any of them in at most 1 of 20 rechecks. Judgements by eye have no known error.`;

/** Nothing here says why. */
export const NO_CAUSE =
  'This shows what followed the plan. It cannot show that the plan was the reason.';

/** What is to be repeated: "Look: Side · cold", "Read: Knee to wall, left, cold". */
export const sayRepeat = (repeat: Repeat): string =>
  repeat.kind === 'look'
    ? `${sayLook(repeat)}${repeat.instead.length > 0 ? `: today’s look was ${sayDiffers(repeat.instead.filter((d) => d !== 'state'))}` : ''}`
    : `${MEASURES[repeat.measure].name}${repeat.side === null ? '' : `, ${repeat.side}`} · cold`;

export const STEP_NAMES: Record<NextStep, string> = {
  keep: 'Keep the plan',
  heelDown: 'Heel down a step',
  nextRung: 'Next variation',
  adjustSetup: 'Adjust the setup',
  changeDrill: 'Change a drill',
  refer: 'Refer',
};

const REASONS: Record<StepReason, string> = {
  pain: 'Pain was told since the plan, or the client is on hold. A clinician comes first.',
  worseTwice: 'A goal got worse at two rechecks running.',
  worse: 'One of the goals got worse.',
  heelReached: 'The stiffer ankle now has what the next lower heel needs.',
  rungOpen: 'Everything the next variation asks for is there.',
  nothingMoved: 'Four weeks without a change we can see.',
  hardlyDone: 'The routine was done on few of the planned days, so it has not been tried yet.',
  improving: 'The goals are getting better.',
  tooSoon: 'No change yet, and less than four weeks have passed.',
  notRead: 'None of the goals has been checked again yet.',
};
export const sayStepReason = (because: StepReason): string => REASONS[because];

/** The causes then and now, those that were likely at either time: "Ankle joint or soleus, left: 8 in 10, now 5 in 10". */
export function sayCausesThen(
  before: readonly LikelyCause[],
  now: readonly LikelyCause[],
  nameOf: (cause: LikelyCause) => string,
): string[] {
  const LIKELY = 0.3;
  const chance = (list: readonly LikelyCause[], of: LikelyCause) =>
    list.find((c) => c.cause === of.cause && c.side === of.side)?.probability ?? 0;
  const all = [...now, ...before.filter((b) => chance(now, b) === 0)];
  return all
    .filter((c) => Math.max(chance(before, c), chance(now, c)) >= LIKELY)
    .map(
      (c) => `${nameOf(c)}: ${sayShare(chance(before, c))} then, ${sayShare(chance(now, c))} now`,
    );
}

/** A recheck that was kept, in a line or two. */
export function sayKept(
  { results, step, nextOn, method, saidBy }: Recheck,
  methodName: string,
): string {
  const aims = results.filter((r) => r.isAim);
  const told = (['better', 'same', 'worse', 'unknown'] as const).flatMap((word) => {
    const n = aims.filter((r) => r.word === word).length;
    return n > 0 ? [`${n} ${CHANGE_WORDS[word]}`] : [];
  });
  const calls = results.flatMap((r) =>
    r.call && r.call !== r.word
      ? [`${sayAim(r.aim).toLowerCase()} ${CALL_NAMES[r.call].toLowerCase()}`]
      : [],
  );
  const by = saidBy === '' ? '' : ` Kept by ${saidBy}.`;
  return `${told.length > 0 ? `${capital(sayList(told))}. ` : ''}${calls.length > 0 ? `The coach’s call: ${sayList(calls)}. ` : ''}${STEP_NAMES[step]}; next look ${sayShortDay(nextOn)}. Judged by ${methodName}${method.version > 0 ? `, version ${method.version}` : ''}.${by}`;
}

/** How the plan was kept: "Done on 9 of 14 planned days. It felt right on 6 days, hard on 1." */
export function sayKeeping(keeping: Keeping | null): string[] {
  if (!keeping)
    return ['Nothing came back from home. That does not say whether the routine was done.'];
  const { plannedDays, doneDays, felt, drills } = keeping;
  const days = plannedDays > 0 ? `${doneDays} of ${plannedDays} planned days` : `${doneDays} days`;
  const words = (['easy', 'right', 'hard'] as const).flatMap((w) =>
    felt[w] > 0 ? [`${w} on ${felt[w]}`] : [],
  );
  return [
    `Done on ${days}.${words.length > 0 ? ` It felt ${sayList(words)}.` : ''}`,
    ...drills.map(
      (d) => `${d.name}: ${count(d.days, 'day')}${d.hurt > 0 ? `, hurt on ${d.hurt}` : ''}.`,
    ),
  ];
}

const DRILL_VERDICTS: Record<Exclude<DrillVerdict, 'open'>, string> = {
  retained: 'The goals it works on got better and stayed so. The next plan keeps it at one set.',
  questioned:
    'Four weeks without a visible change in the goals it works on. Consider another drill.',
};

/** What is said of a drill at a recheck; null where it is too early. */
export const sayDrillVerdict = (verdict: DrillVerdict): string | null =>
  verdict === 'open' ? null : DRILL_VERDICTS[verdict];

/** What a swap would bring. */
export const sayInstead = (names: readonly string[]): string =>
  names.length > 0 ? `Instead: ${sayList(names)}.` : 'Nothing else fits the minutes and the kit.';
