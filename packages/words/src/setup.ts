import { capital, sayList, count } from './terms.ts';
import {
  chancesOf,
  depthAsked,
  spareOf,
  SIDES,
  type FoundSetup,
  type MethodProfile,
  type NeededChange,
  type NeededStep,
  type Proposal,
  type ReadingToTake,
  type SetupChoice,
  type SetupKind,
  type SafetyLimit,
  type Setup,
  type SetupQuestion,
  type Telling,
  type ToTell,
} from '@zither/core';
import { sayBox } from './box.ts';
import type { Assessed, LoadAnswer, SetAside, SetupSource, SetupUse } from '@zither/visit';
import { sayAsUsed, sayLikely, sayChance } from './chance.ts';
import { sayAdvice } from './loadLog.ts';
import { sayBar, sayTest } from './probe.ts';
import { sayFooting } from './sides.ts';
import { sayDepth, saySupport, sayToes } from './instrument.ts';
import { CEILING_WORDS, FLOOR_WORDS, HOLD_NAMES } from './names.ts';
import { sayHeight, sayLength, sayMass } from './units.ts';
import { sayLeftOver, sayMargin, sayNumber } from './numbers.ts';

export const KIND_NAMES: Record<SetupKind, string> = {
  first: 'First choice',
  nearHabit: 'Nearest to habit',
  noHeel: 'No heel',
  mostUpright: 'Most upright',
  deepest: 'Deepest',
  uneven: 'Slightly asymmetric',
};

/** "44 cm · toes 20° · heel lift 20 mm · high bar 40 kg · to crease below knee". */
export function sayFound({
  setup,
  targetDepthDeg,
}: Pick<FoundSetup, 'setup' | 'targetDepthDeg'>): string {
  const { stanceWidthMm, toeOutDeg, support, hold, loadKg } = setup;
  return `${sayLength(stanceWidthMm)} · toes ${sayToes(toeOutDeg)} · ${saySupport(support)} · ${HOLD_NAMES[hold].toLowerCase()}${loadKg > 0 ? ` ${sayMass(loadKg)}` : ''} · to ${sayDepth(targetDepthDeg)}`;
}

/** Where the setup in use comes from, in two or three words. */
export const SOURCE_NAMES: Record<SetupSource, string> = {
  locked: 'Locked setup',
  chosen: 'Setup in use',
  proposed: 'Proposed setup',
  habit: 'Unprompted stance',
};

const SET_ASIDE_WORDS: Record<SetAside, string> = {
  limit: 'it breaks a limit that applies today',
  kit: 'what it stands on is no longer in the kit',
  chance: 'with the newest readings it is no longer likely',
  foot: 'an arch gave way since in one no wider and no further out',
};

/** The setup in use in one sentence: where it comes from and how likely it works; and why a locked or chosen one, or a load, is not used. */
export const sayUse = (use: SetupUse): string => [sayUseBriefly(use), ...sayNotUsed(use)].join(' ');

/** The same without what is not used. */
const sayUseBriefly = (use: SetupUse): string => `${SOURCE_NAMES[use.from]}: ${sayHowLikely(use)}`;

/** How likely the setup in use works, and why it is this one; for a place that names it already. */
export const sayUseHere = (use: SetupUse): string =>
  [
    capital(sayHowLikely(use)),
    ...(use.asUsed ? [sayAsUsed(use.asUsed, use.isLikely)] : []),
    ...(use.from === 'proposed' ? [sayFirst(use.isLikely)] : []),
    ...sayNotUsed({ ...use, held: null }),
  ].join(' ');

function sayHowLikely(use: SetupUse): string {
  const tried =
    use.from === 'locked' || use.isTried
      ? ''
      : use.from === 'habit'
        ? ' No setup is likely to work yet, so this is how the client stands now.'
        : ' Not tried yet.';
  return `gets down ${sayLikely(use.chance)}.${tried}`;
}

/** What was settled or asked for but not used, each with its reason. */
function sayNotUsed({ setAside, passedOver, barred, held, setup }: SetupUse): string[] {
  return [
    setAside && `The locked setup is not used: ${SET_ASIDE_WORDS[setAside.because]}.`,
    passedOver &&
      `The setup chosen before is not used: ${passedOver === 'limit' ? 'under today’s limits it is hardly likely' : SET_ASIDE_WORDS.foot}.`,
    barred && sayBarredLoad(barred),
    held && barred === null ? sayHeldLoad(setup, held) : null,
  ].filter((line) => line !== null);
}

/** Why no trial of a setup is offered. */
export const sayNoTrial = (least: number): string =>
  `Not likely enough for a trial: one is offered from ${sayChance(least)} on.`;

/** That a load or its position is not used today, and why: never dropped in silence. */
export const sayBarredLoad = ({ hold, loadKg, limit }: NonNullable<SetupUse['barred']>): string =>
  loadKg > 0
    ? `Clear rules out the ${sayMass(loadKg)} in the ${HOLD_NAMES[hold].toLowerCase()} position (${sayBar(limit)}).`
    : `Clear rules out the ${HOLD_NAMES[hold].toLowerCase()} position (${sayBar(limit)}).`;

/** That a setup's own load is more than what is advised now, and why: "The 40 kg wait. No load: heels rise is clear without one." */
export const sayHeldLoad = ({ loadKg }: Pick<Setup, 'loadKg'>, held: LoadAnswer): string =>
  `The ${sayMass(loadKg)} wait. ${sayAdvice(held)}`;

/** The same where the setup is tried: with what it starts. */
export const sayHeldInTrial = ({ loadKg }: Pick<Setup, 'loadKg'>, held: LoadAnswer): string =>
  `First ${held.mostKg ? `with ${sayMass(held.mostKg)}` : `without the ${sayMass(loadKg)}`}. ${sayAdvice(held)}`;

/** What has to go clean before a trial carries the setup's own load. */
export const sayLoadFollows = ({ loadKg }: Pick<Setup, 'loadKg'>): string =>
  `The ${sayMass(loadKg)} follow only if these go clean.`;

/** The reps of a trial by what they carried: "Without load", "With 40 kg". */
export const sayCarried = ({ loadKg }: Pick<Setup, 'loadKg'>): string =>
  loadKg > 0 ? `With ${sayMass(loadKg)}` : 'Without load';

/** Why another method than the client's own is asked: the limits of the day leave that one nothing likely. */
export const sayInstead = (
  usual: Pick<MethodProfile, 'name'>,
  other: Pick<MethodProfile, 'name'>,
  limits: readonly SafetyLimit[],
): string =>
  `Under today’s limits (${sayList(limits.map(sayBar))}) no setup of “${usual.name}” is likely. “${other.name}” works under them, so it is proposed.`;

/** A setup that is looked at before it is used: how likely it works, and how likely the one in use does. */
export function sayLooked(at: Assessed, use: SetupUse | null): string {
  const beside = use ? `; ${inUseName(use.from)} ${sayLikely(use.chance)}` : '';
  return `Gets down ${sayLikely(at.chance)}${beside}.${at.isTried ? '' : ' Not tried yet.'}`;
}

const inUseName = (from: SetupSource): string => `the ${SOURCE_NAMES[from].toLowerCase()}`;

const sayFirst = (isLikely: boolean, isRisen = false): string =>
  isRisen
    ? 'The lowest heel that should keep the heels down where they were seen to rise.'
    : isLikely
      ? 'The smallest change that should work.'
      : 'The likeliest there is; it is not likely enough to count on.';

/** Whether a setup is how the client stands unprompted, to the mm and the degree, on the floor. */
const isUnchanged = ({ setup }: FoundSetup, { habit, holds }: SetupQuestion): boolean =>
  setup.support.kind === 'floor' &&
  setup.hold === holds[0] &&
  Math.abs(setup.stanceWidthMm - habit.stanceWidthMm) < 1 &&
  SIDES.every((s) => Math.abs(setup.toeOutDeg[s] - habit.toeOutDeg[s]) < 1);

const KIND_WORDS: Record<
  SetupKind,
  (s: FoundSetup, profile: MethodProfile, question: SetupQuestion) => string
> = {
  first: (found, _profile, question) =>
    isUnchanged(found, question) && found.chance >= chancesOf(question).try
      ? 'The unprompted stance should work: no change is needed.'
      : sayFirst(
          found.chance >= chancesOf(question).try,
          Boolean(question.heelsRoseIn) && found.setup.support.kind !== 'floor',
        ),
  nearHabit: () => 'Nearest to the unprompted stance.',
  noHeel: () => 'The best with nothing under the heels.',
  mostUpright: ({ bottom }) => `The least trunk lean: ${sayNumber(Math.max(0, bottom.trunkDeg))}°.`,
  deepest: () => 'The deepest that is likely to work.',
  uneven: ({ setup: { toeOutDeg } }) =>
    `Slightly asymmetric: the ${toeOutDeg.left > toeOutDeg.right ? 'left' : 'right'} foot ${sayNumber(Math.abs(toeOutDeg.left - toeOutDeg.right))}° further out, justified by the measured difference.`,
};

/** Why a proposal is among the few that are shown, in sentences. */
export function sayProposal(
  proposal: Proposal,
  question: SetupQuestion,
  profile: MethodProfile,
): string[] {
  return [
    ...proposal.kinds.map((kind) => KIND_WORDS[kind](proposal, profile, question)),
    ...sayRoom(proposal, question, profile),
  ];
}

const HEEL_WORDS: Record<MethodProfile['heelPolicy'], string> = {
  bridge: 'The heel lift helps while the ankle is trained. It comes down as the ankle gains range.',
  turnedWedge: 'Turn each wedge with the foot.',
  tool: 'The heel lift is a tool of this method.',
  none: 'This method uses no heel lift.',
};

/** How much room a setup leaves: the limit first, then what the method wants in reserve. */
export function sayRoom(
  { window, setup, targetDepthDeg, bottom }: FoundSetup,
  question: SetupQuestion,
  profile: MethodProfile,
): string[] {
  const asked = depthAsked(question, profile);
  const list: string[] = [];
  if (window.kind !== 'stanceTooWide') list.push(sayReserve(window, profile.bufferDeg));
  if (targetDepthDeg < asked - 1e-9)
    list.push(`It stops ${sayNumber(asked - targetDepthDeg)}° above the depth asked for.`);
  if (profile.workingPoint === 'shinsUpright' || question.kit.some((k) => k.kind === 'box'))
    list.push(sayBox(bottom.hipHeightMm, question.kit));
  if (setup.support.kind !== 'floor') {
    list.push(HEEL_WORDS[profile.heelPolicy]);
    list.push(...sayFooting({ body: question.body, setup }));
  }
  return list;
}

/** An ankle's ceiling below this cannot be stood in; the number itself says nothing, degrees. */
const NO_CEILING_DEG = -60;

/** Room in one sentence, limit and reserve apart: "reaches with nothing in reserve; the method wants 3°" is not "3° short". */
export function sayReserve(
  window: Exclude<FoundSetup['window'], { kind: 'stanceTooWide' }>,
  bufferDeg: number,
): string {
  const { floorDeg, floorBy, ceilingDeg, ceilingBy } = window;
  if (ceilingDeg < NO_CEILING_DEG) return `The ${CEILING_WORDS[ceilingBy]} rules this setup out.`;
  const { mostDeg, reserveDeg, spareDeg } = spareOf(window);
  const need = `${capital(FLOOR_WORDS[floorBy])} needs a shin angle of ${sayNumber(floorDeg)}°; the ${CEILING_WORDS[ceilingBy]} allows ${sayNumber(mostDeg)}°.`;
  if (window.kind === 'open')
    return reserveDeg > 0.5
      ? `${need} ${capital(sayMargin(window.widthDeg))} of room, with ${sayNumber(reserveDeg)}° in reserve.`
      : `${need} ${capital(sayMargin(window.widthDeg))} of room.`;
  if (reserveDeg > 0 && spareDeg >= 0)
    return `${need} It reaches with ${sayLeftOver(spareDeg)} in reserve; the method wants ${sayNumber(bufferDeg)}°.`;
  return `${need} Short by ${sayMargin(spareDeg)}.`;
}

/** One thing that would have to change, in words. */
export function sayStep(step: NeededStep): string {
  switch (step.what) {
    case 'ankle': {
      const { left, right } = step.byDeg;
      if (left > 0 && right > 0)
        return left === right
          ? `${left}° more dorsiflexion on both sides`
          : `${left}° more dorsiflexion on the left and ${right}° on the right`;
      return left > 0
        ? `${left}° more dorsiflexion on the left`
        : `${right}° more dorsiflexion on the right`;
    }
    case 'heel':
      return step.support.kind === 'block'
        ? `a heel lift of ${sayHeight(step.support.riseMm)}, which is not in the kit`
        : `a pair of ${step.support.angleDeg}° wedges, which is not in the kit`;
    case 'hold':
      return `another load position (${HOLD_NAMES[step.to].toLowerCase()})`;
  }
}

export const sayNeeded = ({ changes }: NeededChange): string => sayList(changes.map(sayStep));

/** What the search says as a whole, where there is more to say than its first choice. */
export function sayChoice(choice: SetupChoice, method: Pick<MethodProfile, 'name'>): string | null {
  const needed = choice.needed
    ? `What would have to change for the depth asked for: ${sayNeeded(choice.needed)}.`
    : '';
  switch (choice.kind) {
    case 'none':
      return `No setup of the method “${method.name}” is likely to work now. ${needed || 'No two changes together would make one work.'}`;
    case 'likeliest':
      return `No setup is likely enough to count on; this is the likeliest. ${needed}`.trim();
    case 'tryFirst':
      return needed === '' ? null : needed;
  }
}

/** Where two methods differ for this client, in sentences; empty when they would do the same. */
export function sayDifference(
  [a, b]: readonly [FoundSetup, FoundSetup],
  [nameA, nameB]: readonly [string, string],
): string[] {
  const list: string[] = [];
  const more = (
    what: (s: FoundSetup) => number,
    least: number,
    say: (name: string, by: number) => string,
  ) => {
    const by = what(a) - what(b);
    if (Math.abs(by) >= least) list.push(say(by > 0 ? nameA : nameB, Math.abs(by)));
  };
  more(
    (s) => s.setup.stanceWidthMm,
    20,
    (name, by) => `${name} stands ${sayLength(by)} wider.`,
  );
  more(
    (s) => s.setup.toeOutDeg.left,
    5,
    (name, by) => `${name} turns the toes ${sayNumber(by)}° further out.`,
  );
  const [underA, underB] = [saySupport(a.setup.support), saySupport(b.setup.support)];
  if (underA !== underB) list.push(`${nameA}: ${underA}; ${nameB}: ${underB}.`);
  if (a.setup.hold !== b.setup.hold)
    list.push(
      `Load position: ${nameA} ${HOLD_NAMES[a.setup.hold].toLowerCase()}, ${nameB} ${HOLD_NAMES[b.setup.hold].toLowerCase()}.`,
    );
  more(
    (s) => s.targetDepthDeg,
    1,
    (name, by) => `${name} goes ${sayNumber(by)}° deeper.`,
  );
  more(
    (s) => Math.max(0, s.bottom.trunkDeg),
    3,
    (name, by) => `${name} leans ${sayNumber(by)}° more at the bottom.`,
  );
  more(
    (s) => s.bottom.kneecapPastToeMm,
    20,
    (name, by) => `${name} sends the knees ${sayLength(by)} further forward.`,
  );
  return list;
}

const READING_NAMES: Record<ReadingToTake, string> = {
  thigh: 'Thigh length by tape',
  trunk: 'Trunk length by tape',
  shank: 'Shin length by tape',
  fold: 'A hip fold reading',
  ankleLeft: 'Another trial of the left ankle',
  ankleRight: 'Another trial of the right ankle',
  trial: 'One trial of the first choice',
};

/** Where a reading is taken: a station of Measure, the client's body, or the trials. */
const READING_AT: Record<ReadingToTake, 'edit' | 'measure' | 'setup?show=trials'> = {
  thigh: 'edit',
  trunk: 'edit',
  shank: 'edit',
  fold: 'measure',
  ankleLeft: 'measure',
  ankleRight: 'measure',
  trial: 'setup?show=trials',
};

/** What could be done to know more, by name. */
export const sayToTell = (what: ToTell): string =>
  'reading' in what ? READING_NAMES[what.reading] : sayTest(what.test, what.side);

/** Where it is done. */
export const toTellAt = (what: ToTell): string =>
  'reading' in what
    ? READING_AT[what.reading]
    : `probe?test=${what.test}${what.side ? `&side=${what.side}` : ''}`;

/** How long it takes, in words. */
export const sayTellingTime = ({ minutes }: Pick<Telling, 'minutes'>): string =>
  minutes < 1
    ? minutes <= 0.5
      ? 'half a minute'
      : 'under a minute'
    : minutes === 1
      ? 'a minute'
      : `${sayNumber(minutes)} minutes`;

/** How much of what is done it would change: "moves the chance by about 4 of 100; another setup in about 2 of 10, other work in about 3 of 10". */
export function sayWouldChange({ narrows, changes, works }: Telling): string {
  const points = Math.max(1, Math.round(100 * narrows));
  const would = [
    ...(changes < 0.05 ? [] : [`another setup ${sayLikely(changes)}`]),
    ...(works < 0.05 ? [] : [`other work ${sayLikely(works)}`]),
  ];
  return `moves the chance by about ${points} of 100; ${would.length > 0 ? would.join(', ') : 'would hardly change what is done'}`;
}

/** What a reading, a trial or a test would be worth, in a sentence. */
export const sayTelling = (t: Telling): string =>
  `${sayToTell(t)} (${sayTellingTime(t)}): ${sayWouldChange(t)}.`;

/** What the map of chances shows, sign by sign. */
export const sayMapSigns = (method: string, client: string, showsInUse: boolean): string =>
  `Darker is likelier. Thick line: 90 of 100; dashed: 50. Frame: what “${method}” allows. Ring: the likeliest in it. Diamond: where ${client} stands unprompted. Bead: the point you move${showsInUse ? '; dashed bead: the setup in use' : ''}.`;

/** How far a search went. */
export const saySearched = (setups: number): string => `${sayNumber(setups)} setups searched`;

/** The same, with what its chance counts. */
export const saySearchedWith = (setups: number): string =>
  `${saySearched(setups)}. The chance counts the readings, the lengths and the trials. You decide.`;

/** What the belief about a client rests on, and how it is drawn. */
export const sayBelief = (trials: number): string =>
  trials === 0
    ? 'The readings and their error. Each trial makes this more certain.'
    : `The readings, narrowed by ${count(trials, 'trial')}. Ghost: as measured. Thick: what the advised setup needs.`;

/** A locked setup stays, whatever is advised. */
export const sayStaysLocked = (version: number): string =>
  `Version ${version} is locked and stays in use until it is unlocked.`;

/** The locked setup is still right. */
export const sayStillTheOne = (version: number): string =>
  `Version ${version} is locked and still the one to use.`;

/** What a method judges a trial by. */
export const sayWatched = (method: string): string =>
  `Three to five reps. Ticked is what “${method}” judges by: untick what you did not watch.`;

/** How stiff the stiffer ankle is now, and what the method keeps in reserve. */
export const sayWeanedAt = (deg: number, reserveDeg: number): string =>
  `Stiffer ankle ${sayNumber(deg)}° now · ${sayNumber(reserveDeg)}° in reserve`;

/** A point of the map against the setup in use. */
export const sayLessLikely = (inUse: number): string =>
  `Less likely than the setup in use (${sayChance(inUse)}).`;

/**
 * What an entry changed in the setup shown, in a sentence: another one is proposed, or the same one is more or less likely.
 *
 * @param because the entry, in words
 */
export function saySetupMoved(
  before: Pick<FoundSetup, 'setup' | 'targetDepthDeg' | 'chance'>,
  after: Pick<FoundSetup, 'setup' | 'targetDepthDeg' | 'chance'>,
  because: string,
): string {
  const [was, is] = [sayFound(before), sayFound(after)];
  const [chanceBefore, chanceNow] = [sayChance(before.chance), sayChance(after.chance)];
  if (was !== is)
    return `${capital(was)} (${chanceBefore}) before, ${is} (${chanceNow}) now. Because of: ${because}.`;
  return chanceBefore === chanceNow
    ? `It changes nothing in the setup: ${because}.`
    : `Chance ${chanceBefore} before, ${chanceNow} now. Because of: ${because}.`;
}
