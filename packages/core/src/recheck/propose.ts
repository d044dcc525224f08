/** What a recheck leads to. */
export const NEXT_STEPS = [
  'keep',
  'heelDown',
  'nextRung',
  'adjustSetup',
  'changeDrill',
  'refer',
] as const;
export type NextStep = (typeof NEXT_STEPS)[number];

export type RecheckWord = 'better' | 'same' | 'worse' | 'unknown';

/** What a proposal rests on; `packages/words` says it. */
export type StepReason =
  | 'pain'
  | 'worseTwice'
  | 'worse'
  | 'heelReached'
  | 'rungOpen'
  | 'nothingMoved'
  | 'hardlyDone'
  | 'improving'
  | 'tooSoon'
  | 'notRead';

export interface NextProposal {
  step: NextStep;
  because: StepReason;
}

export interface RecheckAsked {
  /** Verdict of every aim that was judged. */
  aims: readonly RecheckWord[];
  /** Something got worse at the recheck before this one too. */
  wasWorseBefore: boolean;
  /** Pain was told since the plan, or the screen has the client on hold. */
  isPainful: boolean;
  /** Days since the plan was given. */
  days: number;
  /** The next lower heel is reached by the newest ankle reading, or the foot can be flat. */
  isHeelReached: boolean;
  /** Everything the next variation asks for is there. */
  isRungOpen: boolean;
  /** Share of the planned days on which the routine was done, 0 to 1; null = nothing came back. */
  kept: number | null;
}

/** A drill that has shown nothing after so many days is questioned (common practice, no source). */
export const QUESTIONED_AFTER_DAYS = 28;
/** Below this share of the planned days a plan was hardly tried (house default). */
const HARDLY = 0.4;

/**
 * What to do next, the best proposal first, each with its one reason. A rule table: pain comes first, then what got worse, then the steps that are
 * earned, then what did not move. House default; the coach decides.
 */
export function proposeNext(asked: RecheckAsked): NextProposal[] {
  const { aims, wasWorseBefore, isPainful, days, isHeelReached, isRungOpen, kept } = asked;
  const judged = aims.filter((a) => a !== 'unknown');
  const some = (word: 'better' | 'worse') => judged.includes(word);
  const isHardly = kept !== null && kept < HARDLY;
  const list: NextProposal[] = [];
  if (isPainful) list.push({ step: 'refer', because: 'pain' });
  if (some('worse') && wasWorseBefore) list.push({ step: 'refer', because: 'worseTwice' });
  if (some('worse')) list.push({ step: 'adjustSetup', because: 'worse' });
  // No step up or down while something hurts or got worse.
  if (!isPainful && !some('worse')) {
    if (isHeelReached) list.push({ step: 'heelDown', because: 'heelReached' });
    if (isRungOpen && (judged.length === 0 || some('better')))
      list.push({ step: 'nextRung', because: 'rungOpen' });
    if (judged.length > 0 && !some('better') && days >= QUESTIONED_AFTER_DAYS)
      list.push(
        isHardly
          ? { step: 'keep', because: 'hardlyDone' }
          : { step: 'changeDrill', because: 'nothingMoved' },
      );
  }
  if (!list.some((p) => p.step === 'keep'))
    list.push({
      step: 'keep',
      because:
        judged.length === 0
          ? 'notRead'
          : isHardly
            ? 'hardlyDone'
            : some('better')
              ? 'improving'
              : 'tooSoon',
    });
  return list;
}
